<script setup lang="ts">
import type { CellView, SheetColumn, SheetRow } from '~/sheet/types'

/** The cells of one row. Its name and its results stand in panes of their own, which it owns for a screen reader. */
const props = defineProps<{
  row: SheetRow
  at: number
  top: number
  /** The columns that are in the page, in blocks, each with its place in the page, that of its first column, and its left. */
  blocks: { slot: number; from: number; left: number; columns: SheetColumn[] }[]
  owns: string
  version: Ref<number>
  cells: (rowId: string) => (columnId: string) => CellView
}>()

/** How the cells look, another function when the row has changed. */
const view = computed(() => {
  void props.version.value
  return props.cells(props.row.id)
})
</script>

<template>
  <div
    role="row"
    class="row"
    :class="{ fifth: at % 5 === 4 }"
    :aria-rowindex="at + 2"
    :aria-owns="owns"
    :data-row="at"
    :style="{ top: `${top}px` }"
  >
    <SheetBlock
      v-for="block in blocks"
      :key="block.slot"
      :columns="block.columns"
      :from="block.from"
      :left="block.left"
      :view="view"
    />
  </div>
</template>
