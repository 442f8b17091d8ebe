<script setup lang="ts">
import { copyPlan, planParts } from '#core/plan/copy-plan'
import { rollOver } from '#core/plan/roll-over'
import type { ClassPlan } from '#shared/plans'
import { useAllSaved } from '~/composables/useAllSaved'
import { recordsOf, useBatch } from '~/composables/useBatch'
import { holderOf, useNewIds } from '~/composables/usePlanCopies'
import { counted } from '~/composables/useWords'
import { describeCopy } from '~/words/plan-copy'
import { say } from '~/words/say'
import { useToday } from '~/stores/today'

/** A new year begins with last year's plans: each new class with the one that it goes on from, and what would differ. */
const today = useToday()
const { plans, problem, busy, load, perform } = useBatch()
const { busy: waits, whenSaved } = useAllSaved(
  'Nothing was begun: something is not saved yet. Try again when it says Saved.',
)
const from = ref<Record<string, string>>({})
const isOpen = ref(false)

async function open(): Promise<void> {
  await load()
  if (!plans.value) return
  from.value = Object.fromEntries([...rollOver(plans.value.classes)].map(([id, source]) => [id, source ?? '']))
  isOpen.value = true
}
const idFor = useNewIds()
const byId = computed(() => new Map((plans.value?.classes ?? []).map((each) => [each.id, each])))
const sources = computed(() => (plans.value?.classes ?? []).filter((each) => each.plan !== null))
const lines = computed(() =>
  Object.entries(from.value).map(([id, sourceId]) => {
    const target = byId.value.get(id)!
    const source = byId.value.get(sourceId)
    const copy = source
      ? copyPlan(holderOf(source), holderOf(target), [...planParts], plans.value!.policy, {}, idFor(id))
      : null
    return { target, sourceId, copy }
  }),
)
const chosen = computed(() => lines.value.filter(({ copy }) => copy?.desired.length))

async function begin(): Promise<void> {
  if (!(await whenSaved())) return
  const done = await perform(
    'copy plan',
    chosen.value.map(({ target, copy }) => ({
      scope: target.id,
      records: recordsOf(target),
      desired: copy!.desired,
    })),
  )
  if (!done) return
  isOpen.value = false
  await today.read()
}
const sourceWords = (each: ClassPlan) => (each.past ? `${each.title}, ${each.year}` : each.title)
</script>

<template>
  <div>
    <Button label="Begin from last year’s plans" severity="secondary" size="small" :loading="busy" @click="open" />
    <p v-if="problem && !isOpen" class="warn" role="alert">{{ problem }}</p>
    <Dialog
      v-if="isOpen"
      visible
      modal
      header="Begin from last year’s plans"
      :style="{ width: '46rem' }"
      @update:visible="isOpen = false"
    >
      <p>
        Each class without a plan, and the one that it goes on from. Categories, scales, rounding and longer periods
        come over; scores and work do not. Patterns, your comment bank and your scales are there already.
      </p>
      <section v-for="({ target, sourceId, copy }, at) in lines" :key="target.id" :aria-label="target.title">
        <label class="row-of"
          ><b>{{ target.title }}</b> goes on from
          <select v-model="from[target.id]" class="field" :autofocus="at === 0">
            <option value="">nothing: its plan is made anew</option>
            <option v-for="each in sources" :key="each.id" :value="each.id">{{ sourceWords(each) }}</option>
          </select></label
        >
        <details v-if="copy?.changes.length">
          <summary class="soft">{{ counted(copy.changes.length, 'rule') }} come over</summary>
          <table class="plain">
            <tbody>
              <tr v-for="change in copy.changes.map(describeCopy)" :key="change.what">
                <th scope="row">{{ change.what }}</th>
                <td>{{ change.after }}</td>
              </tr>
            </tbody>
          </table>
        </details>
        <p v-else-if="sourceId" class="soft">Nothing differs.</p>
        <p v-for="why in copy?.cannot ?? []" :key="say(why)" class="ochre small">{{ say(why) }}</p>
      </section>
      <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
      <template #footer>
        <Button label="Back" severity="secondary" @click="isOpen = false" />
        <Button
          :label="`Begin ${counted(chosen.length, 'class', 'classes')}`"
          :disabled="waits || busy || !chosen.length"
          :loading="waits || busy"
          @click="begin"
        />
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
section {
  margin-top: 12px;
}
.row-of {
  gap: 8px;
}
</style>
