<script setup lang="ts">
import { applyChange, changesTo } from '#core/acts/apply'
import { Grades } from '#core/grading/grades'
import { movesBetween } from '#core/grading/moves'
import { sameRules } from '#core/plan/all-periods'
import { planOf, rulesOf } from '#core/plan/rules'
import type { Period } from '#core/calendar/periods'
import type { ClassSnapshot } from '#core/section'
import { useClassStore } from '~/stores/class'
import { capital, counted } from '~/composables/useWords'
import { methodWords } from '~/words/methods'

/** Gives several periods the method and weights of the one looked at, with what that moves said first. */
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const snapshot = classStore.structure!
const from = classStore.period!

function inWords(period: Period): string {
  const { method, categories } = rulesOf(snapshot, planOf(snapshot), period)
  if (method !== 'categories') return methodWords[method]
  return `${methodWords[method]}: ${categories.map(({ category, weight }) => `${category.shortName} ${weight}`).join(', ')}`
}
const like = inWords(from)
const periods = snapshot.periods.map((period) => ({ period, now: inWords(period), isLike: inWords(period) === like }))
const chosen = ref(periods.map(({ period }) => period.id))

const desired = computed(() => sameRules(snapshot, from, chosen.value))
const before = new Grades(snapshot)
const after = computed(() => {
  const records: ClassSnapshot['records'] = {
    ...snapshot.records,
    plan: { ...snapshot.records.plan },
    category: { ...snapshot.records.category },
  }
  for (const change of changesTo(records, desired.value)) applyChange(records, change)
  return new Grades({ ...snapshot, records })
})
const moves = (period: Period) => movesBetween(before, after.value, period.id)
function describe(period: Period): string {
  const { grades, labels } = moves(period)
  const sealed = classStore.get('declaration', period.id).declared && grades ? ', and it is declared complete' : ''
  if (!grades) return 'no grade moves'
  return `${counted(grades, 'grade')} ${grades === 1 ? 'moves' : 'move'}${labels ? `, ${counted(labels, 'label')}` : ''}${sealed}`
}
const isAll = computed(() => chosen.value.length === periods.length)
const changes = computed(() => changesTo(snapshot.records, desired.value).length > 0)

function give(): void {
  classStore.change('plan', desired.value)
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`As in ${from.title}, in several periods`"
    :style="{ width: '42rem' }"
    @update:visible="emit('close')"
  >
    <p>
      <b>{{ capital(like) }}</b>. The scale {{ classStore.plan!.scale.name }} is the class's, so every period has it
      already.
    </p>
    <table class="ruled" aria-label="Periods">
      <thead>
        <tr>
          <th scope="col">Period</th>
          <th scope="col">Now</th>
          <th scope="col">What moves</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ period, now, isLike } in periods" :key="period.id">
          <th scope="row">
            <label class="check"
              ><Checkbox v-model="chosen" :value="period.id" :disabled="period.id === from.id" />{{
                period.title
              }}</label
            >
          </th>
          <td class="soft">{{ isLike ? 'the same' : now }}</td>
          <td>{{ describe(period) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft small">
      {{
        isAll
          ? 'They become those of the class, and no period differs.'
          : 'Each of them keeps these as its own, whatever the class has later.'
      }}
    </p>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button
        :label="changes ? `Give to ${counted(chosen.length, 'period')}` : 'They have it already'"
        :disabled="!changes"
        @click="give"
      />
    </template>
  </Dialog>
</template>

<style scoped>
table {
  margin: 10px 0;
  width: 100%;
}
th {
  white-space: nowrap;
}
</style>
