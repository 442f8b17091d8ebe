<script setup lang="ts">
import { readGrid } from '#core/formats/grid/read'
import type { BlockEdit } from '#core/scores/block'
import type { Assignment } from '#core/plan/assignment'
import type { Foreseen, PasteLine, SheetCell } from '~/sheet/source-actions'
import type { PlacedCells } from '~/sheet/types'
import type { SheetSource } from '~/composables/useSheetSource'
import type { ColumnActions } from '~/composables/useColumnActions'
import type { NamedTable } from '~/composables/useGridReading'
import type { ClassStore } from '~/stores/class'
import {
  CopyAssignmentDialog,
  FilesDialog,
  FillDialog,
  GridDialog,
  PasteDialog,
  RemoveDialog,
} from '~/composables/later'
import { counted } from '~/composables/useWords'
import { changeQuery } from '~/composables/useGoTo'

/** What a sheet of scores asks before it does something wide: filling, pasting, files, copies, deleting. */
const props = defineProps<{
  source: SheetSource
  asOne: <T>(work: () => T) => T
  onColumn: ColumnActions
  /** The columns that are shown, in their order. */
  columnIds: readonly string[]
  /** The rows that are shown. */
  rowIds: readonly string[]
  /** The date of work that a file or a paste makes anew. */
  firstDate: string
  foresee: (cells: readonly SheetCell[], edit: BlockEdit) => Foreseen
  look: (entries: readonly [...SheetCell, text: string][]) => PasteLine[]
}>()
const emit = defineEmits<{ copied: [idHere: string | null]; removed: [] }>()
const route = useRoute()

const filling = ref<{ cells: SheetCell[]; first?: 'note' } | null>(null)
const files = ref(false)
const pasting = shallowRef<{ placed: () => PlacedCells; go: () => void } | null>(null)
const reading = ref<{ named: NamedTable; title: string; kind: 'paste' | 'import' } | null>(null)
const removing = ref<string | null>(null)
const copying = shallowRef<{ classStore: ClassStore; assignment: Readonly<Assignment>; id: string | null } | null>(null)

const columnOf = (id: string) => props.source.columns.value.find((each) => each.id === id)
const fillingWhat = computed(() => {
  const cells = filling.value?.cells ?? []
  const students = new Set(cells.map(([rowId]) => rowId)).size
  const names = [...new Set(cells.map(([, columnId]) => columnId))].map((id) => columnOf(id)?.first.name ?? '')
  const work = names.length > 2 ? counted(names.length, 'assignment') : names.join(' and ')
  return `${counted(cells.length, 'cell')}: ${counted(students, 'student')}, ${work}`
})

/** Every cell that is shown. */
const all = computed(() => props.rowIds.flatMap((row) => props.columnIds.map((column): SheetCell => [row, column])))
const ready = computed(() => props.source.classes[0]!.frequentNotes)

function paste(): void {
  pasting.value?.go()
  pasting.value = null
}
function remove(): void {
  props.onColumn.remove(removing.value!)
  removing.value = null
  emit('removed')
}
const read = (of: Omit<NamedTable, 'firstDate'>, title: string, kind: 'paste' | 'import') =>
  (reading.value = { named: { ...of, firstDate: props.firstDate }, title, kind })
function readFile(table: string[][], name: string): void {
  files.value = false
  read({ table, from: [] }, name, 'import')
}

// Asked for by the address, as from *Find or do*.
watch(
  () => route.query.files,
  (asked) => {
    if (!asked) return
    files.value = true
    void changeQuery({ files: undefined }, { replace: true })
  },
  { immediate: true, flush: 'post' },
)

defineExpose({
  fill: (cells: SheetCell[], first?: 'note') => void (filling.value = { cells, first }),
  files: () => void (files.value = true),
  /** Shows who would get what, before a block without names is pasted. */
  ask: (placed: () => PlacedCells, go: () => void) => void (pasting.value = { placed, go }),
  /** A pasted table with names in most rows is looked at before anything is kept; answers whether it is one. */
  named(table: string[][], columnId: string): boolean {
    const students = props.source.classes.flatMap((each) => each.snapshot!.students)
    const grid = readGrid(table, { students, assignments: props.source.columns.value.map(({ first }) => first) })
    const found = grid?.rows.filter((row) => !('why' in row.match) || row.match.why === 'several').length ?? 0
    if (!grid || grid.columns.length === 0 || found * 2 < table.length) return false
    read({ table, from: props.columnIds.slice(props.columnIds.indexOf(columnId)) }, 'Paste with names', 'paste')
    return true
  },
  remove: (columnId: string) => void (removing.value = columnId),
  /** Into other classes go the copies of the first. */
  copy(columnId: string): void {
    const { classStore, assignmentId } = props.source.copiesOf(columnId)[0]!
    copying.value = { classStore, assignment: classStore.get('assignment', assignmentId), id: assignmentId }
  },
  copyNew: (classStore: ClassStore, assignment: Readonly<Assignment>) =>
    void (copying.value = { classStore, assignment, id: null }),
})
</script>

<template>
  <div>
    <FillDialog
      v-if="filling"
      v-bind="filling"
      :all="all"
      :ready="ready"
      :what="fillingWhat"
      :foresee="foresee"
      @close="filling = null"
    />
    <PasteDialog v-if="pasting" :placed="pasting.placed" :look="look" @go="paste" @close="pasting = null" />
    <FilesDialog v-if="files" @close="files = false" @read="readFile" />
    <GridDialog v-if="reading" v-bind="reading" :source="source" :as-one="asOne" @close="reading = null" />
    <ClassScope v-if="copying" :class-store="copying.classStore">
      <CopyAssignmentDialog
        :works="[copying]"
        :to="source.classes.map((each) => each.snapshot!.section.id)"
        @close="copying = null"
        @done="emit('copied', $event)"
      />
    </ClassScope>
    <RemoveDialog
      v-if="removing"
      :says="onColumn.describeRemoving(removing)"
      @keep="removing = null"
      @remove="remove"
    />
  </div>
</template>
