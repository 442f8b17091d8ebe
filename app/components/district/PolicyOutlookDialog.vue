<script setup lang="ts">
import type { Fixed as Policy } from '#core/plan/fixed'
import { thousandths } from '#core/number/decimal'
import { tenths } from '#core/number/plain'
import { ratio } from '#core/number/ratio'
import { policyOutlook, type DistrictResponse, type PolicyOutlook } from '#shared/plans'
import { ApiProblem, ask } from '~/composables/useApi'
import { counted } from '~/composables/useWords'

/** A policy before it acts: what it says beside what stands, and which grades of which classes would be others. */
const props = defineProps<{
  present: Policy
  to: Partial<Policy>
  scales: DistrictResponse['scales']
  levelScales: DistrictResponse['levelScales']
}>()
const emit = defineEmits<{ keep: [to: Partial<Policy>]; close: [] }>()

const to = shallowRef(props.to)
const outlook = shallowRef<PolicyOutlook | null>(null)
const problem = ref('')
let turns = 0
async function look(): Promise<void> {
  const turn = ++turns
  outlook.value = null
  problem.value = ''
  try {
    const body = { policy: { ...props.present, ...to.value } }
    const found = await ask('/api/district-outlook', policyOutlook, { method: 'POST', body, patienceMs: 40_000 })
    if (turn === turns) outlook.value = found
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
watch(to, look, { immediate: true })

const levelScaleName = (id: string) => props.levelScales.find((each) => each.id === id)?.name ?? 'a scale that is gone'
const fields: { [K in keyof Policy]: { title: string; words: (value: NonNullable<Policy[K]>) => string } } = {
  termWeights: { title: 'Term work and exam', words: ({ work, exam }) => `${work} and ${exam}` },
  rounding: {
    title: 'Rounding',
    words: ({ places, rounding, labelFrom }) =>
      `${places === 0 ? 'whole numbers' : counted(places, 'place')}, ${rounding}, letters from ${labelFrom === 'exact' ? 'the exact grade' : 'the grade as shown'}`,
  },
  lowLine: { title: 'Low line', words: (line) => `${line} %` },
  scaleIds: {
    title: 'Scales allowed',
    words: (ids) => props.scales.flatMap((each) => (ids.includes(each.id) ? each.name : [])).join(', ') || 'none',
  },
  levelScaleId: { title: 'Levels of every class', words: levelScaleName },
  habitScaleId: { title: 'Levels of learning habits', words: levelScaleName },
  nightlySend: { title: 'Sent by night', words: (isOn) => (isOn ? 'every class' : 'no class') },
}
const lines = computed(() =>
  (Object.keys(to.value) as (keyof Policy)[]).map((key) => {
    const { title, words } = fields[key] as { title: string; words: (value: unknown) => string }
    const describe = (value: unknown) => (value === null ? 'left to the teacher' : words(value))
    return { title, before: describe(props.present[key]), after: describe(to.value[key]) }
  }),
)

/** Weights that do not come to 100 act all the same, as what they are of their sum. That is seldom meant. */
const odd = computed(() => {
  const weights = to.value.termWeights
  if (!weights) return null
  const [work, exam] = [thousandths(weights.work), thousandths(weights.exam)]
  const sum = work + exam
  if (sum === 100_000 || sum === 0) return null
  const share = (part: number) => tenths(ratio(100 * part, sum))
  const rest = (part: number) => String((100_000 - part) / 1000)
  return {
    words: `${weights.work} and ${weights.exam} come to ${sum / 1000}. They would act as ${share(work)} and ${share(exam)} of 100.`,
    meant: [
      ...(work < 100_000 ? [{ work: weights.work, exam: rest(work) }] : []),
      ...(exam < 100_000 ? [{ work: rest(exam), exam: weights.exam }] : []),
    ],
  }
})

const sum = (of: 'grades' | 'labels' | 'levels') =>
  outlook.value!.classes.flatMap((each) => each.moved).reduce((total, each) => total + each[of], 0)
const summary = computed(() => {
  if (!outlook.value) return ''
  const { classes, looked, all } = outlook.value
  const among = looked < all ? `Of the ${looked} of ${all} classes that could be looked at just now, ` : ''
  if (!classes.length) return `${among}${among ? 'no' : 'No'} grade and no level would be another.`
  const [grades, labels, levels] = [sum('grades'), sum('labels'), sum('levels')]
  const inClasses = counted(classes.length, 'class', 'classes')
  if (!grades) return `${among}${counted(levels, 'level')} in ${inClasses} would be another.`
  const also = [labels ? counted(labels, 'label') : 'no label', ...(levels ? [counted(levels, 'level')] : [])]
  return `${among}${counted(grades, 'grade')} in ${inClasses} would be another, ${also.join(' and ')} too.`
})
function movedWords({ title, declared, ...of }: PolicyOutlook['classes'][number]['moved'][number]): string {
  const parts = (['grades', 'labels', 'levels'] as const).flatMap((what) =>
    of[what] ? counted(of[what], what.slice(0, -1)) : [],
  )
  return `${title}: ${[...parts, ...(declared ? ['declared complete'] : [])].join(', ')}`
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Before it acts in every class"
    :style="{ width: '42rem' }"
    @update:visible="emit('close')"
  >
    <table class="ruled" aria-label="Before and after">
      <tbody>
        <tr v-for="each in lines" :key="each.title">
          <th scope="row">{{ each.title }}</th>
          <td class="soft">{{ each.before }}</td>
          <td>{{ each.after }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="odd" class="odd" role="alert">
      <p class="warn">{{ odd.words }}</p>
      <p class="row-of">
        Meant was
        <button
          v-for="each in odd.meant"
          :key="each.work"
          type="button"
          class="chip"
          @click="to = { ...to, termWeights: each }"
        >
          {{ each.work }} and {{ each.exam }}
        </button>
      </p>
    </div>
    <p v-if="problem" class="warn" role="alert">
      {{ problem }} <button type="button" class="chip" @click="look">Try again</button>
    </p>
    <p v-else-if="!outlook" class="soft" role="status">Looking at every class.</p>
    <template v-else>
      <p class="summary" role="status">{{ summary }}</p>
      <p v-if="outlook.offScale" class="warn">
        {{ counted(outlook.offScale, 'class grades', 'classes grade') }} by a scale that would not be allowed any more.
      </p>
      <ul v-if="outlook.classes.length" class="classes" aria-label="Classes" tabindex="0">
        <li v-for="(each, at) in outlook.classes" :key="at">
          <b>{{ each.title }}</b> <span class="soft">{{ each.school }}</span>
          <span class="moved">{{ each.moved.map(movedWords).join('; ') }}</span>
        </li>
      </ul>
    </template>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button label="Keep it" :disabled="!outlook" @click="emit('keep', to)" />
    </template>
  </Dialog>
</template>

<style scoped>
table {
  width: 100%;
}
th {
  white-space: nowrap;
}
.odd {
  margin: 12px 0;
}
.odd p + p {
  margin-top: 6px;
}
.summary {
  margin: 12px 0 8px;
  font-weight: 560;
}
.classes {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow-y: auto;
}
.classes li {
  padding: 5px 0;
  border-top: 1px solid var(--hair);
}
.moved {
  display: block;
  color: var(--soft);
  font-size: 12px;
}
</style>
