<script setup lang="ts">
import { levelMoves, sameEvidence, underSettings } from '#core/proficiency/compare'
import { levelMethods, methodFits, methodNames, type MethodName } from '#core/proficiency/methods'
import type { ProficiencySettings } from '#core/proficiency/settings'
import { scaleOf } from '#core/plan/level-scale'
import { nameOfStandard } from '#core/proficiency/standards'
import { same } from '#core/same'
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'
import { levelMethodWords } from '~/words/methods'
import { usePeriodQuery } from '~/composables/useGoTo'

definePageMeta({ margin: false })

/** Two ways of making levels side by side: whose level would be another and why, before the plan is changed. */
const route = useRoute()
const classStore = useClassStore()
const query = usePeriodQuery()
const present = computed(() => classStore.plan!.proficiency)
const tried = ref<ProficiencySettings>(structuredClone(toRaw(present.value)))

const scale = computed(() => scaleOf(classStore.structure!))
const methods = computed(() =>
  methodNames
    .filter((method) => methodFits(method, scale.value))
    .map((value) => ({ value, words: levelMethodWords[value] })),
)
const windows = [
  { value: 'period' as const, words: 'the grading period only' },
  { value: 'year' as const, words: 'the school year to date' },
]
const areas = [
  { value: 'mean' as const, words: 'the mean of its standards' },
  { value: 'pooled' as const, words: 'made of all their evidence, pooled' },
]
const set = (to: Partial<ProficiencySettings>) => void (tried.value = { ...tried.value, ...to })
const choose = (method: MethodName) =>
  set({
    calculation: present.value.calculation.method === method ? present.value.calculation : levelMethods[method].blank,
  })

const isAlike = computed(() => same(present.value, tried.value))
const moves = computed(() =>
  classStore.everything && classStore.period
    ? levelMoves(classStore.everything, underSettings(classStore.everything, tried.value), classStore.period)
    : [],
)
const students = computed(() => new Set(moves.value.map((each) => each.studentId)).size)
const nameOf = (studentId: string) => {
  const student = classStore.snapshot!.students.find((each) => each.id === studentId)
  return student ? fullName(student) : ''
}
function why(move: (typeof moves.value)[number]): string {
  if (!sameEvidence(move))
    return `${counted(move.before.evidence.length, 'piece')} of evidence, then ${move.after.evidence.length}`
  return `${move.before.calculated?.value ?? 'none'}, then ${move.after.calculated?.value ?? 'none'}`
}
const scaleFor = (standardId: string) => classStore.levels!.scaleFor(standardId)
const keep = () =>
  void classStore.change('plan', [
    { kind: 'plan', id: classStore.snapshot!.section.id, to: { proficiency: tried.value } },
  ])
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack view="/proficiency" />
      <span class="soft">Nothing is changed here until you say so.</span>
    </div>
    <div class="paper" tabindex="0" role="region" aria-label="Compare">
      <h2>What would be another level?</h2>
      <div class="sides">
        <section>
          <h3 class="label">As it is</h3>
          <p>
            {{ levelMethodWords[present.calculation.method] }}, of
            {{ windows.find((each) => each.value === present.window)!.words }}
          </p>
        </section>
        <section>
          <h3 class="label">Beside it</h3>
          <div class="pairs">
            <PlanChoice label="A level is" :value="tried.calculation.method" :options="methods" @choose="choose" />
            <PlanChoice
              label="From the evidence of"
              :value="tried.window"
              :options="windows"
              @choose="set({ window: $event })"
            />
            <PlanChoice label="An area is" :value="tried.areas" :options="areas" @choose="set({ areas: $event })" />
          </div>
        </section>
      </div>
      <p v-if="isAlike" class="soft">Choose another method or window at the right to see who would move.</p>
      <template v-else>
        <p role="status">
          <b>{{ counted(moves.length, 'level') }} of {{ counted(students, 'student') }}</b> would be another in
          {{ classStore.period?.title }}. Levels of your own stay.
        </p>
        <p class="row-of">
          <Button label="Make it the plan" @click="keep" />
        </p>
        <table v-if="moves.length" class="plain">
          <thead>
            <tr>
              <th>Student</th>
              <th>Standard</th>
              <th>Now</th>
              <th>Then</th>
              <th>Why</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="move in moves" :key="`${move.studentId} ${move.standard.id}`">
              <td>
                <NuxtLink :to="{ path: `/class/${String(route.params.id)}/levels/${move.studentId}`, query }">{{
                  nameOf(move.studentId)
                }}</NuxtLink>
              </td>
              <td :title="move.standard.statement">{{ nameOfStandard(move.standard) }}</td>
              <td>
                <LevelMark :scale="scaleFor(move.standard.id)" :value="move.before.effective?.value ?? null" small />
              </td>
              <td>
                <LevelMark :scale="scaleFor(move.standard.id)" :value="move.after.effective?.value ?? null" small />
              </td>
              <td class="soft">{{ why(move) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </div>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
.sides {
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 12px 40px;
  max-width: 900px;
  margin: 12px 0 16px;
}
td {
  vertical-align: middle;
}
</style>
