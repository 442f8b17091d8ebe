<script setup lang="ts">
import { jointId, type Method } from '#core/acts/records'
import { periodOf } from '#core/calendar/periods'
import { enrolledOn, type Student } from '#core/section'

const route = useRoute()
const classroom = useClassroom()
const { today } = storeToRefs(usePerson())
const sheet = useTemplateRef('sheet')
const scoreMargin = useTemplateRef('scoreMargin')

// A link to a cell names the cell; its period follows from it.
const { dueOn } = classroom.get('assignment', String(route.query.assignment ?? ''))
const wanted = route.query.period ? null : periodOf(classroom.periods, dueOn)
if (wanted && wanted.id !== classroom.periodId) classroom.look(wanted.id)

const active = ref<{ rowId: string; columnId: string } | null>(started())
const editing = computed(() => (route.query.edit ? String(route.query.edit) : null))

const { rows, columns, results, cell, result, footer, actions } = useGradebookSheet({
  assignment: (id) => edit(id),
  note: () => scoreMargin.value?.focusNote(),
  work: () => scoreMargin.value?.focusWork(),
})

/** Where a teacher most likely goes on: the address's cell, else the first blank of the latest work that is due. */
function started() {
  const asked = { rowId: String(route.query.student ?? ''), columnId: String(route.query.assignment ?? '') }
  if (asked.rowId && asked.columnId) return asked
  const due = classroom.assignments.filter((each) => (each.dueOn ?? '9999') <= today.value)
  const blank = (assignmentId: string) => classroom.students.find((student) => isOpen(student, assignmentId))
  const open = due.find((each) => blank(each.id)) ?? due.at(-1) ?? classroom.assignments[0]
  const student = open && (blank(open.id) ?? classroom.students[0])
  return student ? { rowId: student.id, columnId: open.id } : null
}

/** Whether a score of a student who was there is still to give. */
function isOpen(student: Student, assignmentId: string): boolean {
  const { value, marks } = classroom.get('cell', jointId(student.id, assignmentId))
  const { dueOn } = classroom.get('assignment', assignmentId)
  return value === null && marks.length === 0 && dueOn !== null && enrolledOn(student, dueOn)
}

watch(
  () => classroom.periodId,
  () => (active.value = started()),
)

/** The selection stands in the address, quietly, so that a reload or the way back finds it. */
watch(active, (now) => {
  if (now) history.replaceState(history.state, '', addressOf(now))
})
function addressOf({ rowId, columnId }: { rowId: string; columnId: string }): string {
  const url = new URL(location.href)
  url.searchParams.set('student', rowId)
  url.searchParams.set('assignment', columnId)
  return url.pathname + url.search
}

const edit = (id: string) => navigateTo({ query: { ...route.query, edit: id } })

async function close(): Promise<void> {
  const { edit: _, ...query } = route.query
  await navigateTo({ query })
  sheet.value?.focus()
}

const methodWords: Record<Method, string> = {
  categories: 'By category weights',
  points: 'By total points',
  assignments: 'By assignment',
  none: 'No grade is computed',
}
const corner = computed(() => `${counted(rows.value.length, 'student')}`)

/** The period in which a new assignment begins: the one looked at. */
const firstDate = computed(() =>
  periodOf(classroom.periods, today.value)?.id === classroom.periodId
    ? today.value
    : (classroom.period?.firstDay ?? today.value),
)
</script>

<template>
  <div class="view">
    <div class="tools">
      <Button label="Add assignment" @click="edit('new')" />
      <span class="soft">{{ methodWords[classroom.rules?.method ?? 'points'] }}</span>
      <button v-if="!classroom.pencil && columns.length" type="button" class="toggle" @click="classroom.takePencil()">
        <i class="pi pi-pencil" aria-hidden="true" /> Take up the pencil
      </button>
      <LooseEndsChip />
    </div>
    <ClassSheet
      v-if="columns.length && rows.length"
      ref="sheet"
      v-model:active="active"
      label="Scores"
      :corner="corner"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cell="cell"
      :result="result"
      :footer="footer"
      :version="classroom.rowOf"
      :actions="actions"
    />
    <section v-else class="empty">
      <template v-if="rows.length === 0">
        <h2>No students in {{ classroom.period?.title }}</h2>
        <p>Students come from the district's system. Pull the roster to see who is in this class.</p>
        <NuxtLink class="button" to="/exchange">Go to Exchange</NuxtLink>
      </template>
      <template v-else-if="classroom.categories.length === 0">
        <h2>First, a plan</h2>
        <p>
          A plan says how grades are made here: the categories, and what each is worth. Until there is one, all points
          count together.
        </p>
        <div class="row-of">
          <NuxtLink class="button" :to="`/class/${classroom.snapshot!.section.id}/plan`">Make a plan</NuxtLink
          ><Button label="Add assignment" severity="secondary" @click="edit('new')" />
        </div>
      </template>
      <template v-else>
        <h2>No work in {{ classroom.period?.title }} yet</h2>
        <p>An assignment belongs to the grading period in which it is due.</p>
        <Button label="Add the first assignment" @click="edit('new')" />
      </template>
    </section>
    <MarginPanel>
      <AssignmentMargin v-if="editing" :key="editing" :assignment-id="editing" :first-date="firstDate" @close="close" />
      <ScoreMargin
        v-else-if="active && columns.length"
        :key="jointId(active.rowId, active.columnId)"
        ref="scoreMargin"
        :student-id="active.rowId"
        :assignment-id="active.columnId"
        @back="sheet?.focus()"
        @edit="edit"
      />
      <p v-else class="soft">Whatever is selected shows here in full.</p>
      <ClassNow v-if="classroom.pencil" class="after" />
    </MarginPanel>
  </div>
</template>

<style scoped>
.after {
  margin-top: 18px;
  border-top: 1px dashed var(--ai4);
  padding-top: 10px;
}
</style>
