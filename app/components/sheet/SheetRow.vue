<script setup lang="ts">
import type { CellView, ResultColumn, ResultView, SheetColumn, SheetRow } from '~/sheet/types'

const props = defineProps<{
  row: SheetRow
  at: number
  /** The columns that are in the page: the first of them by index, how many there are in all, and the room of the rest. */
  columns: SheetColumn[]
  from: number
  count: number
  before: number
  after: number
  results: ResultColumn[]
  version: Ref<number>
  cell: (rowId: string, columnId: string) => CellView
  result: (rowId: string, resultId: string) => ResultView
}>()

/** Views of the cells, made again when the row changes. */
const cells = computed(() => {
  void props.version.value
  return props.columns.map((column) => props.cell(props.row.id, column.id))
})
const outcome = computed(() => {
  void props.version.value
  return props.results.map((column) => props.result(props.row.id, column.id))
})

const classOf = (view: CellView) => ({
  cell: true,
  excused: view.excused,
  missing: view.missing,
  away: view.away,
  dropped: view.dropped,
  'note-family': view.note === 'family',
  'note-teacher': view.note === 'teacher',
  [`dye-${view.dye}`]: view.dye !== undefined,
  unsent: view.unsent && !view.conflict,
  conflict: view.conflict,
})
</script>

<template>
  <div role="row" class="row" :class="{ fifth: at % 5 === 4 }" :aria-rowindex="at + 2">
    <div role="rowheader" class="name" aria-colindex="1" :title="row.name">
      {{ row.name }}<small v-if="row.aside">&nbsp;&nbsp;{{ row.aside }}</small>
    </div>
    <div role="none" class="beyond" :style="{ width: `${before}px` }" />
    <div
      v-for="(view, column) in cells"
      :key="columns[column]!.id"
      role="gridcell"
      tabindex="-1"
      :class="classOf(view)"
      :aria-colindex="from + column + 2"
      :data-mark="view.mark"
      :aria-label="view.words"
      :data-where="`${row.name}, ${columns[column]!.words}`"
    >
      {{ view.text }}<sup v-if="view.excess">{{ view.excess }}</sup>
    </div>
    <div role="none" class="beyond" :style="{ width: `${after}px` }" />
    <div class="results" role="none">
      <div
        v-for="(view, column) in outcome"
        :key="results[column]!.id"
        role="gridcell"
        aria-readonly="true"
        class="result"
        :class="{ strong: results[column]!.strong, hatched: view.hatched, [`dye-${view.dye}`]: view.dye !== undefined }"
        :style="{ width: `${results[column]!.width}px` }"
        :aria-colindex="count + 2 + column"
        :data-result="results[column]!.id"
      >
        <template v-if="view.was"
          ><s class="was">{{ view.was }}</s> <u class="pen">{{ view.text }} {{ view.label }}</u></template
        >
        <span v-else-if="view.why" class="why">{{ view.why }}</span>
        <template v-else
          >{{ view.text }}<span v-if="view.label" class="letter">{{ view.label }}</span></template
        >
      </div>
    </div>
  </div>
</template>
