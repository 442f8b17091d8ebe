<script setup lang="ts">
import { jointId, type Assignment, type Pattern } from '#core/acts/records'
import { periodOf } from '#core/calendar/periods'
import { readGrid } from '#core/formats/grid/read'
import type { Listed } from '#core/grading/rules'
import { scoreActions, type CellId } from '~/sheet/score-actions'
import { isUnscored } from '~/sheet/view'
import type { Selected, SheetActions } from '~/sheet/types'

const route = useRoute()
const classroom = useClassroom()
const { today } = storeToRefs(usePerson())
const sheet = useTemplateRef('sheet')
const scoreMargin = useTemplateRef('scoreMargin')
const columnMargin = useTemplateRef('columnMargin')

// A link to a cell names the cell; its period follows from it.
const { dueOn } = classroom.get('assignment', String(route.query.assignment ?? ''))
const wanted = route.query.period ? null : periodOf(classroom.periods, dueOn)
if (wanted && wanted.id !== classroom.periodId) classroom.look(wanted.id)

const active = ref<Selected | null>(started())
const editing = computed(() => (route.query.edit ? String(route.query.edit) : null))
const { view, habits, show } = useSheetView()

const filling = ref<{ cells: CellId[]; first?: 'note' } | null>(null)
const files = ref(false)
const reading = ref<{ table: string[][]; title: string; kind: 'paste' | 'import'; from: string[] } | null>(null)

const { rows, columns, away, results, cell, result, footers } = useGradebookSheet(view, habits)
const {
  actions: onScores,
  foresee,
  perform,
} = scoreActions(classroom, {
  note: (block) =>
    block.length > 1 ? (filling.value = { cells: block, first: 'note' }) : scoreMargin.value?.focusNote(),
  work: () => scoreMargin.value?.focusWork(),
  fill,
  named,
})
const actions: SheetActions = { ...onScores, open: () => columnMargin.value?.focus() }

/** Fills the block, or of one cell or a head the whole column. */
function fill(block: CellId[]): void {
  const columnId = active.value?.columnId
  if (block.length > 1) filling.value = { cells: block }
  else if (columnId) filling.value = { cells: rows.value.map((row) => [row.id, columnId]) }
}

/** A pasted table with names in most rows is looked at before anything is kept. */
function named(table: string[][], columnId: string): boolean {
  const { students } = classroom.snapshot!
  const from = columns.value.map((each) => each.id)
  const grid = readGrid(table, { students, assignments: classroom.assignments })
  const found = grid?.rows.filter((row) => 'student' in row.match).length ?? 0
  if (!grid || grid.columns.length === 0 || found * 2 < table.length) return false
  reading.value = { table, title: 'Paste with names', kind: 'paste', from: from.slice(from.indexOf(columnId)) }
  return true
}
function readFile(table: string[][], name: string): void {
  files.value = false
  reading.value = { table, title: name, kind: 'import', from: [] }
}

function done(): void {
  filling.value = reading.value = null
  sheet.value?.focus()
}
function performFill(...[outcome, deed]: Parameters<typeof perform>): void {
  perform(outcome, deed)
  done()
}

// ---- What is done with a whole column ----

const column = computed(() => (active.value?.rowId === null ? active.value.columnId : null))
const removing = ref<string | null>(null)
const copying = ref<{ assignment: Readonly<Assignment>; id: string | null } | null>(null)
const removed = computed(() => {
  const ids = removing.value ? Object.keys(classroom.snapshot!.records.cell) : []
  return ids.filter((id) => id.endsWith(`/${removing.value}`) && classroom.get('cell', id).value !== null).length
})
function remove(): void {
  classroom.change('assignment', [{ kind: 'assignment', id: removing.value!, to: { removed: true } }])
  removing.value = null
  if (editing.value) void close()
}

/** Keeps an assignment as the beginning of others like it. */
const { plans, load: loadPlans, perform: performDeed, problem: deedProblem } = useDeed()
async function savePattern(id: string): Promise<void> {
  await loadPlans()
  const {
    categoryId,
    dueOn: _d,
    hidden: _h,
    linkId: _l,
    standardIds: _s,
    place: _p,
    removed: _r,
    ...fields
  } = classroom.get('assignment', id)
  const category = classroom.categories.find((each) => each.id === categoryId)?.name ?? null
  const { patterns } = plans.value!
  const same = Object.entries(patterns).find(([, each]) => !each.removed && each.name === fields.name)?.[0]
  const to: Pattern = { name: fields.name, assignment: { ...fields, category }, removed: false }
  const wanted = [{ kind: 'pattern' as const, id: same ?? crypto.randomUUID(), to }]
  const kept = await performDeed('pattern', [{ home: 'desk', records: { pattern: patterns }, wanted }])
  classroom.notices.push(
    kept ? `${fields.name} is a pattern now: a new assignment can begin from it.` : deedProblem.value,
  )
}
function duplicate(id: string): void {
  const { name, ...rest } = classroom.get('assignment', id)
  const copy = crypto.randomUUID()
  const place = classroom.assignments.length
  classroom.change('assignment', [
    { kind: 'assignment', id: copy, to: { ...rest, name: `${name}, again`.slice(0, 120), linkId: null, place } },
  ])
  void edit(copy)
}
const putAway = (id: string) =>
  classroom.change('assignment', [{ kind: 'assignment', id, to: { hidden: !classroom.get('assignment', id).hidden } }])

/** Where a teacher most likely goes on: the address's cell, else the first blank of the latest work that is due. */
function started(): Selected | null {
  const asked = { rowId: String(route.query.student ?? ''), columnId: String(route.query.assignment ?? '') }
  if (asked.columnId && (asked.rowId || route.query.student === undefined))
    return { ...asked, rowId: asked.rowId || null }
  const due = classroom.assignments.filter((each) => (each.dueOn ?? '9999') <= today.value && !each.hidden)
  const blank = (assignment: Listed<Assignment>) =>
    classroom.students.find((student) => isUnscored(classroom.snapshot!, student, assignment))
  const open = due.find(blank) ?? due.at(-1) ?? classroom.assignments[0]
  const student = open && (blank(open) ?? classroom.students[0])
  return student ? { rowId: student.id, columnId: open.id } : null
}

watch(
  () => classroom.periodId,
  () => (active.value = started()),
)

/** The selection stands in the address, quietly, so that a reload or the way back finds it. */
watch(active, (now) => {
  if (now) history.replaceState(history.state, '', addressOf(now))
})
function addressOf({ rowId, columnId }: Selected): string {
  const url = new URL(location.href)
  if (rowId) url.searchParams.set('student', rowId)
  else url.searchParams.delete('student')
  url.searchParams.set('assignment', columnId)
  return url.pathname + url.search
}

// The hands are on the sheet from the first moment.
onMounted(() => !editing.value && void nextTick(() => sheet.value?.focus()))

const edit = (id: string) => navigateTo({ query: { ...route.query, edit: id } })

async function close(): Promise<void> {
  const { edit: _, ...query } = route.query
  await navigateTo({ query })
  sheet.value?.focus()
}

/** Next and previous student or assignment, from the margin. */
const go = useWalk(active, rows, columns, () => sheet.value?.show())

const corner = computed(() =>
  rows.value.length === classroom.students.length
    ? counted(rows.value.length, 'student')
    : `${rows.value.length} of ${classroom.students.length} shown`,
)
const looked = computed(() => columns.value.length > 0 && rows.value.length > 0)
const filtered = computed(() => classroom.assignments.length > 0 && classroom.students.length > 0)
const nothing = computed(() =>
  view.value.show === 'missing'
    ? 'Nothing is missing here.'
    : view.value.show === 'unscored'
      ? 'Everything that is due is scored.'
      : view.value.show === 'low'
        ? 'No grade is under the line.'
        : 'No assignment of this period is of that kind, or all are put away.',
)
const beginning = { category: null, standard: null, show: 'all' as const, away: false }

/** The period in which a new assignment begins: the one looked at. */
const firstDate = computed(() =>
  periodOf(classroom.periods, today.value)?.id === classroom.periodId
    ? today.value
    : (classroom.period?.firstDay ?? today.value),
)
</script>

<template>
  <div class="view">
    <SheetTools
      :away="away"
      :filled="looked"
      @add="edit('new')"
      @fill="fill(sheet?.block() ?? [])"
      @files="files = true"
    />
    <ClassSheet
      v-if="looked"
      ref="sheet"
      v-model:active="active"
      label="Scores"
      :corner="corner"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cell="cell"
      :result="result"
      :footers="footers"
      :version="classroom.rowOf"
      :actions="actions"
      :density="habits.density"
      :to-blanks="habits.enter === 'blank'"
    />
    <section v-else-if="filtered" class="empty">
      <h2>Nothing to show in this view</h2>
      <p>{{ nothing }}</p>
      <Button label="Show everything" @click="show(beginning)" />
    </section>
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
      <AssignmentMargin
        v-if="editing"
        :key="editing"
        :assignment-id="editing"
        :first-date="firstDate"
        @close="close"
        @several="(wanted) => (copying = { assignment: wanted, id: null })"
        @remove="removing = editing"
      />
      <ColumnMargin
        v-else-if="looked && column"
        :key="column"
        ref="columnMargin"
        :assignment-id="column"
        :sorted="view.sort === column"
        @back="sheet?.focus()"
        @edit="edit(column)"
        @fill="fill([])"
        @duplicate="duplicate(column)"
        @copy="copying = { assignment: classroom.get('assignment', column), id: column }"
        @pattern="void savePattern(column)"
        @sort="show({ sort: view.sort === column ? 'name' : column })"
        @away="putAway(column)"
        @remove="removing = column"
      />
      <ScoreMargin
        v-else-if="looked && active?.rowId"
        :key="jointId(active.rowId, active.columnId)"
        ref="scoreMargin"
        :student-id="active.rowId"
        :assignment-id="active.columnId"
        @back="sheet?.focus()"
        @edit="edit"
        @go="go"
      />
      <p v-else class="soft">Whatever is selected shows here in full.</p>
      <ClassNow v-if="classroom.pencil" class="after" />
    </MarginPanel>
    <FillDialog
      v-if="filling"
      :cells="filling.cells"
      :first="filling.first"
      :foresee="foresee"
      @close="done"
      @perform="performFill"
    />
    <FilesDialog v-if="files" @close="files = false" @read="readFile" />
    <GridDialog v-if="reading" v-bind="reading" :first-date="firstDate" @close="done" />
    <CopyAssignmentDialog
      v-if="copying"
      :assignment="copying.assignment"
      :assignment-id="copying.id"
      @close="copying = null"
      @done="editing && close()"
    />
    <Dialog
      :visible="removing !== null"
      modal
      header="Delete this assignment?"
      :style="{ width: '28rem' }"
      @update:visible="removing = null"
    >
      <p>
        {{ removed ? `${counted(removed, 'score')} will leave the grades with it.` : 'It has no scores.' }} Undo brings
        it all back.
      </p>
      <template #footer
        ><Button label="Keep it" severity="secondary" @click="removing = null" /><Button label="Delete" @click="remove"
      /></template>
    </Dialog>
  </div>
</template>

<style scoped>
.after {
  margin-top: 18px;
  border-top: 1px dashed var(--ai4);
  padding-top: 10px;
}
</style>
