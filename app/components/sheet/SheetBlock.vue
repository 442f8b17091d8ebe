<script setup lang="ts">
import type { CellView, SheetColumn } from '~/sheet/types'

/** Neighbouring cells of a row: they come into the page and go from it together. */
const props = defineProps<{
  columns: SheetColumn[]
  /** The place of the first of the columns in the sheet. */
  from: number
  /** Where that is in the row, in pixels. */
  left: number
  /** How each cell looks; another function when the row has changed. */
  view: (columnId: string) => CellView
}>()

const views = computed(() =>
  props.columns.map(({ id }) => {
    const view = props.view(id)
    return { ...view, id, class: classOf(view), style: view.stroke && strokeOf(view.stroke) }
  }),
)

/** The heights of the newest pieces of evidence, drawn at the cell's right end; the newest is the last. */
function strokeOf(levels: readonly number[]): Record<string, string> {
  const heights = [...Array<number>(3 - levels.length).fill(-1), ...levels]
  return Object.fromEntries(
    heights.map((each, at) => [`--piece-${at}`, each < 0 ? '0px' : `${3 + Math.round(each * 9)}px`]),
  )
}

function classOf(view: CellView): string {
  let names = 'cell'
  if (view.excused) names += ' excused'
  if (view.missing) names += ' missing'
  if (view.odd) names += ' odd'
  if (view.away) names += ' away'
  if (view.dropped) names += ' dropped'
  if (view.note) names += ` note-${view.note}`
  if (view.alone) names += ' converted'
  if (view.was !== undefined) names += ' own'
  if (view.hatched) names += ' hatched'
  if (view.stroke) names += ' stroke'
  if (view.dye !== undefined) names += ` dye-${view.dye}`
  if (view.unread) names += ' unread'
  if (view.conflict) names += ' conflict'
  else if (view.unsent) names += ' unsent'
  return names
}
</script>

<template>
  <div role="none" class="block" :style="{ left: `${left}px` }">
    <div
      v-for="(cell, at) in views"
      :key="at"
      role="gridcell"
      tabindex="-1"
      :class="cell.class"
      :aria-colindex="from + at + 2"
      :style="cell.style"
      :data-mark="cell.mark"
      :data-was="cell.was"
      :aria-label="cell.words"
    >
      {{ cell.text }}<sup v-if="cell.excess">{{ cell.excess }}</sup
      ><i v-if="cell.converted" class="ring">{{ cell.converted }}</i>
    </div>
  </div>
</template>
