<script setup lang="ts">
import { isWeekend } from '#core/calendar/school-days'
import { standardsOf } from '#core/plan/standards-of'
import type { Assignment } from '#core/plan/assignment'
import type { Visibility } from '#core/plan/visibility'
import { changeTo } from '#core/acts/apply'
import { periodOf } from '#core/calendar/periods'
import type { Listed } from '#core/plan/rules'
import { scoresOf } from '#core/scores/scores-of'
import { bulkTo, bulkWords, type BulkEdit } from '~/sheet/bulk'
import { useClassStore } from '~/stores/class'
import { usePointsQuestion } from '~/stores/points-question'
import { rescaledScores } from '#core/grading/points-change'
import { usePerson } from '~/stores/person'
import { counted, longWeekday } from '~/composables/useWords'

/** One change to several assignments at once, shown before it is kept. */
const props = defineProps<{ work: readonly Listed<Assignment>[] }>()
const emit = defineEmits<{ copy: [] }>()
const doing = defineModel<BulkEdit['do'] | 'copy'>('doing', { required: true })

const classStore = useClassStore()
const question = usePointsQuestion()
const { today } = storeToRefs(usePerson())

const edits: { value: BulkEdit['do'] | 'copy'; words: string }[] = [
  { value: 'category', words: 'category' },
  { value: 'move', words: 'move by days' },
  { value: 'due', words: 'due date' },
  { value: 'points', words: 'points' },
  { value: 'multiplier', words: 'times' },
  { value: 'visibility', words: 'families see it' },
  { value: 'released', words: 'scores released' },
  { value: 'counts', words: 'counts' },
  { value: 'standard', words: 'standard' },
  { value: 'hidden', words: 'put away' },
  { value: 'copy', words: 'copy to other classes' },
  { value: 'delete', words: 'delete' },
]
const text = ref('')
const pick = ref('')
const yes = ref('yes')
const visibility = ref<Visibility | null>(null)
/** Whether a move by days counts only Monday to Friday. */
const weekdays = ref(true)
watch(doing, () => {
  ;[text.value, pick.value, yes.value] = ['', '', 'yes']
  visibility.value = doing.value === 'visibility' ? { from: 'due date' } : null
})

const standards = standardsOf(classStore.structure!)
const picks = computed(() => {
  if (doing.value !== 'category') return []
  return [
    ...classStore.categories.map((each) => ({ value: each.id, words: each.name })),
    { value: 'none', words: 'No category' },
  ]
})
const isText = computed(() => ['move', 'points', 'multiplier', 'due'].includes(doing.value))
const isYes = computed(() => ['released', 'counts', 'hidden', 'standard'].includes(doing.value))
const yesOptions = computed(() => {
  const words = doing.value === 'standard' ? ['tag with it', 'take it off'] : ['yes', 'no']
  return ['yes', 'no'].map((value, at) => ({ value, words: words[at]! }))
})

const edit = computed<BulkEdit | null>(() => {
  const on = yes.value === 'yes'
  switch (doing.value) {
    case 'category':
      return pick.value ? { do: 'category', id: pick.value === 'none' ? null : pick.value } : null
    case 'standard':
      return pick.value ? { do: 'standard', id: pick.value, tagged: on } : null
    case 'visibility':
      return visibility.value && { do: 'visibility', visibility: visibility.value }
    case 'move':
      return text.value ? { do: 'move', days: text.value.trim(), weekdays: weekdays.value } : null
    case 'due':
      return text.value ? { do: 'due', date: text.value } : null
    case 'points':
      return text.value ? { do: 'points', points: text.value } : null
    case 'multiplier':
      return text.value ? { do: 'multiplier', multiplier: text.value } : null
    case 'released':
      return { do: 'released', released: on }
    case 'counts':
      return { do: 'counts', counts: on }
    case 'hidden':
      return { do: 'hidden', hidden: on }
    case 'delete':
      return { do: 'delete' }
    default:
      return null
  }
})
const names = computed(() => ({ categories: classStore.categories, standards }))

/** What else comes with a change: where a new date puts the work, and which scores go with what is deleted. */
function also(before: Listed<Assignment>, next: Assignment, scores: number): string {
  if (next.dueOn !== before.dueOn) {
    const period = periodOf(classStore.periods, next.dueOn)
    const weekend = next.dueOn && isWeekend(next.dueOn) ? `, ${longWeekday(next.dueOn)}` : ''
    return `${weekend}, in ${period?.title ?? 'no grading period: it counts nowhere'}`
  }
  if (!next.removed) return ''
  return scores ? `, and ${counted(scores, 'score')} with it` : ', it has no scores'
}
/** Before and after of each that would change. */
const outcome = computed(() => {
  const lines: { each: Listed<Assignment>; to: Partial<Assignment>; after: string; scores: number }[] = []
  let refused = ''
  if (edit.value)
    for (const each of props.work) {
      const to = bulkTo(each, edit.value)
      if ('refused' in to) refused = to.refused
      else if (changeTo(classStore.snapshot!.records, 'assignment', each.id, to)) {
        const next = { ...each, ...to }
        const scores = next.removed ? scoresOf(classStore.everything!, each.id) : 0
        lines.push({ each, to, after: bulkWords(next, edit.value, names.value) + also(each, next, scores), scores })
      }
    }
  return { lines, refused }
})
const takenAlong = computed(() => outcome.value.lines.reduce((sum, { scores }) => sum + scores, 0))
const verb = computed(() => (doing.value === 'delete' ? 'Delete' : 'Change'))
async function perform(): Promise<void> {
  const { lines } = outcome.value
  const snapshot = classStore.everything!
  const changes = lines.flatMap(({ each, to }) =>
    to.points ? { snapshot, assignmentId: each.id, points: to.points } : [],
  )
  const choice = await question.ask(changes)
  if (choice === null) return
  classStore.change('assignment', [
    ...lines.map(({ each, to }) => ({ kind: 'assignment' as const, id: each.id, to })),
    ...(choice === 'rescale' ? changes.flatMap((each) => rescaledScores(snapshot, each)) : []),
  ])
}
</script>

<template>
  <div>
    <h2>Change {{ counted(work.length, 'assignment') }}</h2>
    <label class="label" for="bulk-what">What</label>
    <select id="bulk-what" v-model="doing" class="field">
      <option v-for="each in edits" :key="each.value" :value="each.value">{{ each.words }}</option>
    </select>
    <template v-if="doing === 'copy'">
      <p class="soft yes">Each gets a due date by a rule, and the category of the same name.</p>
      <Button label="Choose the classes" @click="emit('copy')" />
    </template>
    <template v-else>
      <TextField
        v-if="isText"
        v-model="text"
        :label="doing === 'move' ? 'Days, or fewer than 0 for earlier' : 'To'"
        :type="doing === 'due' ? 'date' : 'text'"
        :problem="outcome.refused"
      />
      <label v-if="doing === 'move'" class="check"><Checkbox v-model="weekdays" binary />Skip weekends</label>
      <StandardPicker
        v-if="doing === 'standard'"
        :model-value="pick ? [pick] : []"
        label="Which standard"
        one
        @update:model-value="pick = $event[0] ?? ''"
      />
      <template v-if="picks.length">
        <label class="label" for="bulk-to">To</label>
        <select id="bulk-to" v-model="pick" class="field">
          <option value="" disabled>choose</option>
          <option v-for="each in picks" :key="each.value" :value="each.value">{{ each.words }}</option>
        </select>
      </template>
      <ShownToFamilies
        v-if="visibility"
        v-model="visibility"
        :first-date="today"
        :problem="outcome.refused || undefined"
      />
      <ToggleRow v-if="isYes" class="yes" label="To" :value="yes" :options="yesOptions" @choose="yes = $event" />
      <ul v-if="outcome.lines.length" class="before-after" aria-label="Before and after">
        <li v-for="{ each, after } in outcome.lines" :key="each.id">
          <b>{{ each.name }}</b><span
            ><span class="soft">{{ edit && bulkWords(each, edit, names) }}</span> → {{ after }}</span
          >
        </li>
      </ul>
      <p v-else-if="edit && !outcome.refused" class="soft yes">Nothing would change.</p>
      <p v-if="takenAlong" class="warn still">
        {{ counted(takenAlong, 'score') }} will leave the grades with {{ outcome.lines.length === 1 ? 'it' : 'them' }}.
        Undo brings all back.
      </p>
      <Button
        :label="outcome.lines.length ? `${verb} ${outcome.lines.length}` : verb"
        :disabled="!outcome.lines.length"
        @click="perform"
      />
    </template>
  </div>
</template>

<style scoped>
.yes {
  margin: 10px 0;
}
.still {
  margin-bottom: 10px;
}
.before-after {
  list-style: none;
  margin: 12px 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.before-after b {
  display: block;
  font-weight: 560;
}
</style>
