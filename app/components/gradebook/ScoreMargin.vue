<script setup lang="ts">
import { say } from '~/words/say'
import { probablyMeant } from '#core/scores/outlier'
import { jointId } from '#core/kind'
import type { Cell } from '#core/scores/cell'
import { cellText } from '#core/scores/entry'
import { marks, toggleMark, valueText, type Mark, type Value } from '#core/scores/score'
import { fullName } from '#core/section'
import { cellView } from '~/sheet/score-view'
import { useClassStore } from '~/stores/class'
import { HeldScore, ShowWork } from '~/composables/later'
import { useHistory } from '~/composables/useHistory'
import { useUnreadCells } from '~/composables/useUnreadCells'
import { capital, shortDay, shortInstant } from '~/composables/useWords'
import { stateWords } from '~/words/assignment-states'
import { usePeriodQuery } from '~/composables/useGoTo'

const props = defineProps<{ studentId: string; assignmentId: string }>()
const emit = defineEmits<{ back: []; edit: [assignmentId: string]; go: [rows: number, columns: number] }>()

const classStore = useClassStore()
const pagePeriod = usePeriodQuery()
const noteField = useTemplateRef('noteField')
const workHead = useTemplateRef('workHead')

const id = computed(() => jointId(props.studentId, props.assignmentId))
const student = computed(() => classStore.students.find((each) => each.id === props.studentId))
const assignment = computed(() => classStore.get('assignment', props.assignmentId))
const cell = computed<Readonly<Cell>>(() => classStore.get('cell', id.value))
const view = computed(() => cellView(cell.value, assignment.value.points))

/** What is special about the assignment, and where it came from. */
const states = computed(() =>
  capital(
    [stateWords(assignment.value), props.assignmentId in classStore.sources ? 'from the classroom app' : '']
      .filter(Boolean)
      .join(', '),
  ),
)

const change = (kind: 'mark' | 'note', to: Partial<Cell>, marks: { sitting?: string } = {}) =>
  classStore.change(kind, [{ kind: 'cell', id: id.value, to }], marks)
/** What was probably typed, where there is a digit too many. */
const likely = computed(() => probablyMeant(valueText(cell.value.value), assignment.value.points))
const put = (to: Partial<Cell>) => classStore.change('type', [{ kind: 'cell', id: id.value, to }])
const toggle = (mark: Mark) => change('mark', { marks: toggleMark(cell.value.marks, mark) })

const { entries } = useHistory(
  () => ({ kind: 'cell', record: id.value }),
  () => cell.value,
)
const words = (fields: Record<string, unknown>): string => {
  const parts: string[] = []
  if ('value' in fields) parts.push(valueText(fields.value as Value | null) || 'blank')
  if ('marks' in fields) parts.push((fields.marks as string[]).join(', ') || 'no marks')
  if ('note' in fields) parts.push(fields.note ? 'another note' : 'no note')
  return parts.join(', ')
}

/** What was typed here and came too late, with what stands in its place. */
const conflict = computed(() => classStore.conflicts.find('cell', id.value)?.mine as Partial<Cell> | undefined)
const mineWords = computed(() => {
  const { value = cell.value.value, marks: set = cell.value.marks, note } = conflict.value ?? {}
  return [cellText({ value, marks: set }) || 'blank', ...(note ? [`“${note}”`] : [])].join(', ')
})
/** What was typed here and could not be read. */
const unread = useUnreadCells(classStore, 'cell')
const left = computed(() => unread.at(props.studentId, props.assignmentId))
function clearUnread(): void {
  unread.end(props.studentId, props.assignmentId)
  emit('back')
}
/** What the district holds in its place, as far as is known here. */
// The record itself may be the same when a decision moves what is said of it.
const moved = computed(() => classStore.versionOf(props.studentId).value)
const isHeld = computed(() => moved.value >= 0 && classStore.reads.isHeld(id.value))
const isUnsent = computed(() => moved.value >= 0 && classStore.reads.isUnsent(id.value))
function decide(mine: boolean): void {
  const desired = conflict.value!
  classStore.conflicts.end('cell', id.value)
  if (mine) classStore.change('type', [{ kind: 'cell', id: id.value, to: desired }])
  else classStore.renewRow(props.studentId)
  emit('back')
}

defineExpose({ focusNote: () => noteField.value?.focus(), focusWork: () => workHead.value?.focus() })
</script>

<template>
  <div v-if="student">
    <CellWalk @go="(rows, columns) => emit('go', rows, columns)" />
    <h2>
      <NuxtLink :to="{ path: `/class/${classStore.snapshot!.section.id}/student/${studentId}`, query: pagePeriod }">{{
        fullName(student)
      }}</NuxtLink><LeftMark :student="student" />
    </h2>
    <p class="soft sub">
      {{ assignment.name }}, due {{ shortDay(assignment.dueOn) }}
      <button type="button" class="link" @click="emit('edit', assignmentId)">edit</button>
    </p>
    <p v-if="states" class="soft small">{{ states }}.</p>
    <p class="big flare">
      {{ valueText(cell.value) || '–'
      }}<small class="soft">
        of {{ assignment.points }} points<template v-if="view.excess"
          >, {{ view.excess.slice(1) }} above</template
        ></small
      >
    </p>
    <div v-if="conflict" class="conflict" role="group" aria-label="Two scores for one cell">
      <p>
        <b>You typed {{ mineWords }}</b
        >; meanwhile somebody made it {{ cellText(cell) || 'blank' }}, which stands.
      </p>
      <div class="row-of">
        <button type="button" class="toggle" @click="decide(false)">Leave theirs</button>
        <button type="button" class="toggle" @click="decide(true)">Put mine</button>
      </div>
    </div>
    <div v-if="view.odd" class="conflict" role="group" aria-label="Is this meant?">
      <p>
        <b>{{ valueText(cell.value) }} of {{ assignment.points }}</b
        >: is that meant?
      </p>
      <div class="row-of">
        <button v-if="likely" type="button" class="toggle" @click="put({ value: { points: likely } })">
          {{ likely }}?
        </button>
        <button type="button" class="toggle" @click="put({ meant: valueText(cell.value) })">
          {{ valueText(cell.value) }} stays
        </button>
      </div>
    </div>
    <div v-if="left" class="conflict" role="group" aria-label="Not read">
      <p>
        <b>“{{ left.text }}” is not kept.</b> {{ say(left.reason) }} {{ cellText(cell) || 'Blank' }} stands.
      </p>
      <button type="button" class="toggle" @click="clearUnread">Clear it</button>
    </div>
    <StandardLevels :student-id="studentId" :assignment-id="assignmentId" />
    <HeldScore v-if="isHeld" :cell-id="id" @decided="emit('back')" />
    <p v-else-if="isUnsent" class="soft small shown">
      The district does not have it yet.
      <NuxtLink :to="`/exchange/${classStore.snapshot!.section.id}`">Compare</NuxtLink>
    </p>
    <div class="row-of marks" role="group" aria-label="Marks">
      <button
        v-for="mark in marks"
        :key="mark"
        type="button"
        class="toggle"
        :aria-pressed="cell.marks.includes(mark)"
        @click="toggle(mark)"
      >
        {{ mark }}
      </button>
    </div>
    <NoteField
      ref="noteField"
      :note="cell.note"
      :note-for="cell.noteFor"
      :ready="classStore.frequentNotes"
      @write="(note, sitting) => change('note', { note }, { sitting })"
      @share="(noteFor) => change('note', { noteFor })"
      @back="emit('back')"
    />
    <h3 ref="workHead" class="label" tabindex="-1" @keydown.esc="emit('back')">
      Show work: {{ classStore.period?.title }}
    </h3>
    <ShowWork :student-id="studentId" :assignment-id="assignmentId" />
    <template v-if="entries.length">
      <h3 class="label">Before</h3>
      <ul class="history small soft">
        <li v-for="entry in entries" :key="entry.at + entry.act">
          {{ words(entry.from) }} until {{ shortInstant(entry.at)
          }}<template v-if="entry.act === 'undo'">, by undo</template>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.sub {
  margin-bottom: 10px;
}
h2 a {
  color: inherit;
  text-decoration-color: var(--line);
}
.conflict {
  border-left: 3px solid var(--shu);
  padding: 2px 0 2px 9px;
  margin-top: 10px;
  display: grid;
  gap: 5px;
}
.shown {
  margin-top: 7px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: var(--ai5);
  text-decoration: underline;
  text-underline-offset: 2px;
}
.big {
  font-size: 30px;
  font-weight: 560;
  line-height: 1;
}
.big small {
  font-size: 14px;
  font-weight: 400;
  font-variation-settings: 'FLAR' 0;
}
.marks {
  margin: 9px 0 0;
}
h3.label {
  font-variation-settings: 'FLAR' 0;
  letter-spacing: 0;
}
h3:focus-visible {
  outline-offset: 3px;
  border-radius: 2px;
}
.history {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
</style>
