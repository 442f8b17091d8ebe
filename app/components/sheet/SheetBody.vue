<script setup lang="ts">
import type { CellView, ResultColumn, ResultView, SheetColumn, SheetRow } from '~/sheet/types'
import { CELL } from '~/composables/useSheetWindow'

/** The rows of a sheet in three panes: names, the cells between them, results. A row is then three boxes, not sixty. */
defineProps<{
  label: string
  /** The heads and the lines under the rows, which belong to the grid and stand outside of it. */
  owns: string
  /** How many lines the grid has with those. */
  lines: number
  /** How many rows and columns there are in all. */
  rows: number
  columns: number
  rowHeight: number
  /** The rows in the page, each in its slot. */
  slots: readonly { slot: number; row: SheetRow; at: number }[]
  blocksOf: (row: number) => { slot: number; from: number; left: number; columns: SheetColumn[] }[]
  results: ResultColumn[]
  resultsWidth: number
  version: (rowId: string) => Ref<number>
  cells: (rowId: string) => (columnId: string) => CellView
  result: (rowId: string, resultId: string) => ResultView
}>()

const uid = useId()
const names = useTemplateRef('names')
const cellPane = useTemplateRef('cellPane')
const resultPane = useTemplateRef('resultPane')
const found = (pane: HTMLElement | null, place: number, column: number) =>
  pane?.children[place]?.querySelector<HTMLElement>(`[aria-colindex="${column}"]`) ?? null
/** The boxes of the row that stands at a place among the slots. */
defineExpose({
  name: (place: number) => (names.value?.children[place] as HTMLElement | undefined) ?? null,
  cell: (place: number, column: number) => found(cellPane.value, place, column),
  result: (place: number, column: number) => found(resultPane.value, place, column),
})
</script>

<template>
  <div class="body" :style="{ height: `${rowHeight * rows}px` }">
    <div ref="names" class="names">
      <SheetName
        v-for="{ slot, row, at } in slots"
        :id="`${uid}-name-${slot}`"
        :key="slot"
        :row="row"
        :at="at"
        :top="rowHeight * at"
      />
    </div>
    <div
      ref="cellPane"
      class="cells"
      role="grid"
      aria-multiselectable="true"
      :aria-label="label"
      :aria-rowcount="lines"
      :aria-colcount="columns + results.length + 1"
      :aria-owns="owns"
      :style="{ width: `${CELL * columns}px` }"
    >
      <SheetRow
        v-for="{ slot, row, at } in slots"
        :key="slot"
        :row="row"
        :at="at"
        :top="rowHeight * at"
        :blocks="blocksOf(at)"
        :owns="`${uid}-name-${slot} ${uid}-results-${slot}`"
        :version="version(row.id)"
        :cells="cells"
      />
    </div>
    <div ref="resultPane" class="results" :style="{ width: `${resultsWidth}px` }">
      <SheetResults
        v-for="{ slot, row, at } in slots"
        :id="`${uid}-results-${slot}`"
        :key="slot"
        :row="row"
        :at="at"
        :top="rowHeight * at"
        :count="columns"
        :results="results"
        :version="version(row.id)"
        :result="result"
      />
    </div>
  </div>
</template>
