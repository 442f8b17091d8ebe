<script setup lang="ts">
import { blanks, type Assignment } from '#core/acts/records'
import { gridChanges } from '#core/formats/grid/changes'
import { readGrid, type GridColumn, type GridRow } from '#core/formats/grid/read'
import { assignmentsIn, type Listed } from '#core/grading/rules'
import { readDecimal } from '#core/number/decimal'
import { proposedShortName } from '#core/scores/short-name'
import { fullName, rosterName, type Student } from '#core/section'

/** Takes a table of scores with names in it: who is who, what is what, and what would change, before it does. */
const props = defineProps<{
  table: string[][]
  title: string
  kind: 'paste' | 'import'
  /** The columns that scores without heads go to, in order. */
  from: string[]
  firstDate: string
}>()
const emit = defineEmits<{ close: [] }>()
const classroom = useClassroom()

const assignments = computed(() => assignmentsIn(classroom.snapshot!, classroom.period!))
const grid = computed(() =>
  readGrid(props.table, { students: classroom.snapshot!.students, assignments: assignments.value, from: props.from }),
)

/** What the teacher decided, by row and by column; else what was read stands. */
const whoIs = ref<Record<number, string>>({})
const whereTo = ref<Record<number, string>>({})
const given = ref<Record<number, { dueOn: string; points: string }>>({})
const NEW = 'new'
const NOWHERE = 'nowhere'

const studentOf = (row: GridRow): Student | null => {
  const decided = whoIs.value[grid.value!.rows.indexOf(row)]
  if (decided !== undefined) return classroom.snapshot!.students.find((each) => each.id === decided) ?? null
  return 'student' in row.match ? row.match.student : null
}
const targetOf = (column: GridColumn): string =>
  whereTo.value[column.at] ?? (column.target.to === 'assignment' ? column.target.id : column.target.to)
const newFields = (column: GridColumn) =>
  given.value[column.at] ?? { dueOn: column.dueOn ?? props.firstDate, points: column.points ?? '10' }
const ids = new Map<number, string>()

function assignmentOf(column: GridColumn): Listed<Assignment> | null {
  const target = targetOf(column)
  if (target !== NEW) return assignments.value.find((each) => each.id === target) ?? null
  const { dueOn, points } = newFields(column)
  const named = classroom.categories.find((each) => each.name === column.category)
  if (!ids.has(column.at)) ids.set(column.at, crypto.randomUUID())
  const name = column.head.slice(0, 120) || 'Untitled'
  return {
    ...blanks.assignment,
    id: ids.get(column.at)!,
    name,
    shortName: proposedShortName(name) || 'Untitled',
    dueOn: dueOn || null,
    points: readDecimal(points) ?? '10',
    categoryId: named?.id ?? classroom.plan!.defaultCategoryId ?? classroom.categories[0]?.id ?? null,
    place: assignments.value.length + column.at,
    removed: false,
  }
}

const unknown = computed(() => grid.value?.rows.filter((row) => !('student' in row.match)) ?? [])
const unsure = computed(() => grid.value?.rows.filter((row) => 'student' in row.match && !row.match.sure) ?? [])
/** A student that two rows are of: only the teacher can say which one is meant. */
const twice = computed(() => {
  const seen = new Map<string, number>()
  for (const row of grid.value?.rows ?? []) {
    const id = studentOf(row)?.id
    if (id) seen.set(id, (seen.get(id) ?? 0) + 1)
  }
  return classroom.snapshot!.students.filter((each) => (seen.get(each.id) ?? 0) > 1)
})
const outcome = computed(() =>
  grid.value
    ? gridChanges(classroom.snapshot!, newWork(grid.value), {
        studentOf,
        assignmentOf,
        placeOf: (assignment) => ({
          scale: classroom.plan!.scale,
          levels: assignment.scoredIn === 'levels' ? classroom.snapshot!.proficiencyScale : null,
          possible: assignment.points,
        }),
      })
    : null,
)
/** The grid with the targets as they were decided. */
function newWork(read: NonNullable<typeof grid.value>) {
  const columns = read.columns.map((column) => {
    const target = targetOf(column)
    const to = target === NEW || target === NOWHERE ? { to: target } : { to: 'assignment' as const, id: target }
    return { ...column, target: to } as GridColumn
  })
  return { ...read, columns }
}
const made = computed(() => outcome.value?.wanted.filter((each) => each.kind === 'assignment').length ?? 0)

const targets = computed(() => [
  { value: NOWHERE, words: 'leave out' },
  { value: NEW, words: 'a new assignment' },
  ...assignments.value.map((each) => ({ value: each.id, words: each.name })),
])
const who = computed(() => [
  { value: '', words: 'nobody, leave out' },
  ...classroom.snapshot!.students.map((each) => ({ value: each.id, words: rosterName(each) })),
])
const rowAt = (row: GridRow) => grid.value!.rows.indexOf(row)
const why = (row: GridRow) =>
  'student' in row.match
    ? `taken for ${fullName(row.match.student)}`
    : row.match.why === 'several'
      ? 'several have this name'
      : 'nobody here has this name'

function perform(): void {
  if (!outcome.value) return
  classroom.change(props.kind, outcome.value.wanted)
  emit('close')
}
</script>

<template>
  <Dialog visible modal :header="title" :style="{ width: '46rem' }" @update:visible="emit('close')">
    <p v-if="!grid" class="empty-file">
      No row of it has the name of a student of this class. It needs one column with names, and one row for each
      student. Nothing was changed.
    </p>
    <template v-else>
      <h3>Columns</h3>
      <div class="boxed list">
        <table class="ruled" aria-label="Columns">
          <tbody>
            <tr v-for="column in grid.columns" :key="column.at">
              <th scope="row">{{ column.head || `Column ${column.at + 1}` }}</th>
              <td>
                <select
                  class="field"
                  :aria-label="`Where ${column.head || `column ${column.at + 1}`} goes`"
                  :value="targetOf(column)"
                  @change="whereTo[column.at] = ($event.target as HTMLSelectElement).value"
                >
                  <option v-for="each in targets" :key="each.value" :value="each.value">{{ each.words }}</option>
                </select>
              </td>
              <td class="new">
                <template v-if="targetOf(column) === NEW">
                  due
                  <input
                    type="date"
                    class="field"
                    :aria-label="`Due date of ${column.head}`"
                    :value="newFields(column).dueOn"
                    @change="
                      given[column.at] = { ...newFields(column), dueOn: ($event.target as HTMLInputElement).value }
                    "
                  />
                  of
                  <input
                    class="field points"
                    inputmode="decimal"
                    :aria-label="`Points possible of ${column.head}`"
                    :value="newFields(column).points"
                    @change="
                      given[column.at] = { ...newFields(column), points: ($event.target as HTMLInputElement).value }
                    "
                  />
                  points
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <template v-if="unknown.length || unsure.length">
        <h3>Names to look at</h3>
        <div class="boxed list">
          <table class="ruled" aria-label="Names to look at">
            <tbody>
              <tr v-for="row in [...unknown, ...unsure]" :key="rowAt(row)">
                <th scope="row">{{ row.name }}</th>
                <td class="soft">{{ why(row) }}</td>
                <td>
                  <select
                    class="field"
                    :aria-label="`Who ${row.name} is`"
                    :value="studentOf(row)?.id ?? ''"
                    @change="whoIs[rowAt(row)] = ($event.target as HTMLSelectElement).value"
                  >
                    <option v-for="each in who" :key="each.value" :value="each.value">{{ each.words }}</option>
                  </select>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
      <p v-for="student in twice" :key="student.id" class="warn">
        Two rows are of {{ fullName(student) }}; the lower one would stand.
      </p>
      <h3>
        {{
          outcome?.changes.length || made
            ? [
                ...(made ? [`${counted(made, 'new assignment')}`] : []),
                ...(outcome?.changes.length ? [`${counted(outcome.changes.length, 'score')} would change`] : []),
              ].join(', ')
            : 'Nothing would change'
        }}
      </h3>
      <div v-if="outcome?.changes.length" class="boxed list">
        <table class="ruled" aria-label="Before and after">
          <tbody>
            <tr v-for="(each, at) in outcome.changes" :key="at">
              <th scope="row">{{ fullName(each.student) }}</th>
              <td>{{ each.column }}</td>
              <td class="soft">{{ each.before || 'blank' }}</td>
              <td class="after">{{ each.after || 'blank' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <template v-if="outcome?.refused.length">
        <h3>Cannot be read, and left as they are</h3>
        <ul class="refused">
          <li v-for="(each, at) in outcome.refused" :key="at">{{ each.name }}, {{ each.column }}: {{ each.reason }}</li>
        </ul>
      </template>
    </template>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button v-if="grid" label="Keep these" :disabled="!outcome?.wanted.length" @click="perform" />
    </template>
  </Dialog>
</template>

<style scoped>
h3 {
  margin: 12px 0 5px;
}
.list {
  max-height: 210px;
}
.after {
  font-weight: 600;
}
.new {
  white-space: nowrap;
  color: var(--soft);
}
.points {
  width: 54px;
  text-align: right;
}
.refused {
  margin: 0;
  padding-left: 18px;
  color: var(--shu);
}
</style>
