<script setup lang="ts">
import type { CellView, ResultColumn, ResultView, SheetColumn, SheetRow } from '~/sheet/types'
import { goTo } from '~/composables/useGoTo'

const props = defineProps<{
  row: SheetRow
  at: number
  /** The columns that are in the page, in blocks, each with the place of its first, and where that is in pixels. */
  blocks: { from: number; left: number; columns: SheetColumn[] }[]
  /** How many columns there are in all. */
  count: number
  results: ResultColumn[]
  version: Ref<number>
  cells: (rowId: string) => (columnId: string) => CellView
  result: (rowId: string, resultId: string) => ResultView
}>()

const route = useRoute()
/** The student's own page, in the period that is looked at. */
const open = () => goTo({ path: props.row.path, query: route.query.period ? { period: route.query.period } : {} })

/** How the cells look, another function when the row has changed. */
const view = computed(() => {
  void props.version.value
  return props.cells(props.row.id)
})
const outcome = computed(() => {
  void props.version.value
  return props.results.map((column) => props.result(props.row.id, column.id))
})
</script>

<template>
  <div role="row" class="row" :class="{ fifth: at % 5 === 4 }" :aria-rowindex="at + 2">
    <div role="rowheader" class="name" aria-colindex="1" :title="row.name">
      <a :href="row.path" tabindex="-1" @click.prevent="open">{{ row.name }}</a><small v-if="row.aside">{{
        row.aside
      }}</small>
    </div>
    <SheetBlock
      v-for="block in blocks"
      :key="block.from"
      :columns="block.columns"
      :from="block.from"
      :left="block.left"
      :view="view"
    />
    <div class="results" role="none">
      <div
        v-for="(found, column) in outcome"
        :key="results[column]!.id"
        role="gridcell"
        aria-readonly="true"
        class="result"
        :class="{
          strong: results[column]!.strong,
          hatched: found.hatched,
          [`dye-${found.dye}`]: found.dye !== undefined,
        }"
        :style="{ width: `${results[column]!.width}px` }"
        :aria-colindex="count + 2 + column"
        :data-result="results[column]!.id"
      >
        <template v-if="found.was"
          ><s class="was">{{ found.was }}</s> <u class="pen">{{ found.text }} {{ found.label }}</u></template
        >
        <span v-else-if="found.why" class="why">{{ found.why }}</span>
        <template v-else
          >{{ found.text }}<span v-if="found.label" class="letter">{{ found.label }}</span></template
        >
      </div>
    </div>
  </div>
</template>
