<script setup lang="ts">
import { say } from '~/words/say'
import { fullName, rosterName } from '#core/section'
import type { GridColumn, GridRow } from '#core/formats/grid/read'
import { useGridReading, NEW, NOWHERE, type NamedTable } from '~/composables/useGridReading'
import type { SheetSource } from '~/composables/useSheetSource'
import { counted } from '~/composables/useWords'

/** Takes a table of scores with names in it: who is who, what is what, and what would change, before it does. */
const props = defineProps<{
  source: SheetSource
  asOne: (work: () => void) => void
  named: NamedTable
  title: string
  kind: 'paste' | 'import'
}>()
const emit = defineEmits<{ close: [] }>()
const { students, assignments, grid, whoIs, whereTo, given, rowAt, studentOf, targetOf, newFields, outcomes, twice } =
  useGridReading(props.source, props.named)

const desired = computed(() => outcomes.value.flatMap(({ outcome }) => outcome.desired))
const changes = computed(() => outcomes.value.flatMap(({ outcome }) => outcome.changes))
const refused = computed(() => outcomes.value.flatMap(({ outcome }) => outcome.refused))
const made = computed(() => grid.value?.columns.filter((each) => targetOf(each) === NEW).length ?? 0)
const toLookAt = computed(() => {
  const rows = grid.value?.rows ?? []
  const unknown = rows.filter((row) => !('student' in row.match))
  return [...unknown, ...rows.filter((row) => 'student' in row.match && !row.match.sure)]
})

const targets = computed(() => [
  { value: NOWHERE, words: 'leave out' },
  { value: NEW, words: 'a new assignment' },
  ...assignments.value.map((each) => ({ value: each.id, words: each.name })),
])
const who = computed(() => [
  { value: '', words: 'nobody, leave out' },
  ...students.value.map((each) => ({ value: each.id, words: rosterName(each) })),
])
const why = (row: GridRow) =>
  'student' in row.match
    ? `taken for ${fullName(row.match.student)}`
    : row.match.why === 'several'
      ? 'several have this name'
      : 'nobody here has this name'
const headOf = (column: GridColumn) => column.head || `Column ${column.at + 1}`
const chosenIn = (event: Event) => (event.target as HTMLSelectElement | HTMLInputElement).value
const give = (column: GridColumn, fields: { dueOn?: string; points?: string }) =>
  (given.value[column.at] = { ...newFields(column), ...fields })

function perform(): void {
  props.asOne(() => outcomes.value.forEach(({ classStore, outcome }) => classStore.change(props.kind, outcome.desired)))
  emit('close')
}
</script>

<template>
  <Dialog visible modal :header="title" :style="{ width: '46rem' }" @update:visible="emit('close')">
    <p v-if="!grid" class="empty-file">
      No row of it has the name of a student who is here. It needs one column with names, and one row for each student.
      Nothing was changed.
    </p>
    <template v-else>
      <h3>Columns</h3>
      <div class="boxed list">
        <table class="ruled" aria-label="Columns">
          <tbody>
            <tr v-for="column in grid.columns" :key="column.at">
              <th scope="row">{{ headOf(column) }}</th>
              <td>
                <select
                  class="field"
                  :aria-label="`Where ${headOf(column)} goes`"
                  :value="targetOf(column)"
                  @change="whereTo[column.at] = chosenIn($event)"
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
                    @change="give(column, { dueOn: chosenIn($event) })"
                  />
                  of
                  <input
                    class="field points"
                    inputmode="decimal"
                    :aria-label="`Points possible of ${column.head}`"
                    :value="newFields(column).points"
                    @change="give(column, { points: chosenIn($event) })"
                  />
                  points
                </template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <template v-if="toLookAt.length">
        <h3>Names to look at</h3>
        <div class="boxed list">
          <table class="ruled" aria-label="Names to look at">
            <tbody>
              <tr v-for="row in toLookAt" :key="rowAt(row)">
                <th scope="row">{{ row.name }}</th>
                <td class="soft">{{ why(row) }}</td>
                <td>
                  <select
                    class="field"
                    :aria-label="`Who ${row.name} is`"
                    :value="studentOf(row)?.id ?? ''"
                    @change="whoIs[rowAt(row)] = chosenIn($event)"
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
          changes.length || made
            ? [
                ...(made ? [`${counted(made, 'new assignment')}`] : []),
                ...(changes.length ? [`${counted(changes.length, 'score')} would change`] : []),
              ].join(', ')
            : 'Nothing would change'
        }}
      </h3>
      <div v-if="changes.length" class="boxed list">
        <table class="ruled" aria-label="Before and after">
          <tbody>
            <tr v-for="(each, at) in changes" :key="at">
              <th scope="row">{{ fullName(each.student) }}</th>
              <td>{{ each.column }}</td>
              <td class="soft">{{ each.before || 'blank' }}</td>
              <td class="after">{{ each.after || 'blank' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <template v-if="refused.length">
        <h3>Cannot be read, and left as they are</h3>
        <ul class="refused">
          <li v-for="(each, at) in refused" :key="at">{{ each.name }}, {{ each.column }}: {{ say(each.reason) }}</li>
        </ul>
      </template>
    </template>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button v-if="grid" label="Keep these" :disabled="!desired.length" @click="perform" />
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
