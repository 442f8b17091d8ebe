<script setup lang="ts">
import type { ResultColumn, ResultView, SheetRow } from '~/sheet/types'

/** The computed cells of a row. */
const props = defineProps<{
  row: SheetRow
  at: number
  top: number
  id: string
  /** How many columns stand before them. */
  count: number
  results: ResultColumn[]
  version: Ref<number>
  result: (rowId: string, resultId: string) => ResultView
}>()
const outcome = computed(() => {
  void props.version.value
  return props.results.map((column) => props.result(props.row.id, column.id))
})
</script>

<template>
  <div :id="id" role="none" class="line" :class="{ fifth: at % 5 === 4 }" :data-row="at" :style="{ top: `${top}px` }">
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
</template>
