<script setup lang="ts">
import type { Footer, ShownColumns } from '~/sheet/types'

/** The lines under the rows of a sheet: means, and what else is wanted. */
defineProps<ShownColumns & { id: string; footers: Footer[]; rows: number }>()
</script>

<template>
  <div :id="id" class="feet" role="rowgroup">
    <div
      v-for="(footer, line) in footers"
      :key="footer.title"
      role="row"
      class="row foot"
      :class="{ top: line === 0 }"
      :aria-rowindex="rows + 2 + line"
    >
      <div role="rowheader" class="name" aria-colindex="1">{{ footer.title }}</div>
      <div
        v-for="(column, at) in columns"
        :key="column.id"
        role="gridcell"
        aria-readonly="true"
        class="cell"
        :style="at === 0 && before ? { marginLeft: `${before}px` } : undefined"
        :aria-colindex="from + at + 2"
      >
        {{ footer.columns.get(column.id) }}
      </div>
      <div class="results" role="none">
        <div
          v-for="(each, at) in results"
          :key="each.id"
          role="gridcell"
          aria-readonly="true"
          class="result"
          :class="{ strong: each.strong }"
          :style="{ width: `${each.width}px` }"
          :aria-colindex="count + 2 + at"
        >
          {{ footer.results.get(each.id) }}
        </div>
      </div>
    </div>
  </div>
</template>
