<script setup lang="ts">
import { jointId, type Cell } from '#core/acts/records'
import { marks, toggleMark, valueText, type Mark, type Value } from '#core/scores/score'
import { fullName } from '#core/section'
import { cellView } from '~/composables/useGradebookSheet'

const props = defineProps<{ studentId: string; assignmentId: string }>()
const emit = defineEmits<{ back: []; edit: [assignmentId: string] }>()

const classroom = useClassroom()
const noteField = useTemplateRef('noteField')
const workHead = useTemplateRef('workHead')

const id = computed(() => jointId(props.studentId, props.assignmentId))
const student = computed(() => classroom.students.find((each) => each.id === props.studentId))
const assignment = computed(() => {
  void classroom.shape
  return classroom.get('assignment', props.assignmentId)
})
const cell = computed<Readonly<Cell>>(() => {
  void classroom.rowOf(props.studentId).value
  return classroom.get('cell', id.value)
})
const view = computed(() => cellView(cell.value, assignment.value.points))

const change = (kind: 'mark' | 'note', to: Partial<Cell>) =>
  classroom.change(kind, [{ kind: 'cell', id: id.value, to }])
const toggle = (mark: Mark) => change('mark', { marks: toggleMark(cell.value.marks, mark) })

const { draft, keep } = useDraft(
  () => cell.value.note,
  (note) => change('note', { note }),
)

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

function back(): void {
  keep()
  emit('back')
}
defineExpose({ focusNote: () => noteField.value?.focus(), focusWork: () => workHead.value?.focus() })
</script>

<template>
  <div v-if="student">
    <h2>{{ fullName(student) }}</h2>
    <p class="soft sub">
      {{ assignment.name }}, due {{ shortDay(assignment.dueOn) }}
      <button type="button" class="link" @click="emit('edit', assignmentId)">edit</button>
    </p>
    <p class="big flare">
      {{ valueText(cell.value) || '–'
      }}<small class="soft">
        of {{ assignment.points }} points<template v-if="view.excess"
          >, {{ view.excess.slice(1) }} above</template
        ></small
      >
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
    <label class="label" for="note"
      >Note, {{ cell.noteFor === 'family' ? 'shown to the family' : 'only for you' }}</label
    >
    <textarea
      id="note"
      ref="noteField"
      v-model="draft"
      class="note"
      rows="3"
      maxlength="2000"
      @blur="keep"
      @keydown.esc.prevent="back"
    />
    <div class="row-of" role="group" aria-label="Who reads the note">
      <button
        type="button"
        class="toggle"
        :aria-pressed="cell.noteFor === 'teacher'"
        @click="change('note', { noteFor: 'teacher' })"
      >
        only me
      </button>
      <button
        type="button"
        class="toggle"
        :aria-pressed="cell.noteFor === 'family'"
        @click="change('note', { noteFor: 'family' })"
      >
        the family
      </button>
    </div>
    <h3 ref="workHead" class="label" tabindex="-1" @keydown.esc="emit('back')">
      Show work: {{ classroom.period?.title }}
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
.note {
  width: 100%;
  border: 1px solid var(--edge);
  border-radius: 7px;
  background: var(--field);
  padding: 6px 8px;
  min-height: 62px;
  resize: vertical;
  display: block;
  margin-bottom: 5px;
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
