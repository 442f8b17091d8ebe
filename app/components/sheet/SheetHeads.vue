<script setup lang="ts">
import type { ShownColumns } from '~/sheet/types'

/** The heads of a sheet. A component of its own: rows that come and go under it leave it alone. */
defineProps<ShownColumns & { id: string; corner: string }>()

/** A word of more letters than stand in a head is set a little smaller, so that none is torn. */
const FIT = 6
const isLong = (title: string) => title.split(/[\s-]/).some((word) => word.length > FIT)
</script>

<template>
  <div :id="id" role="row" class="heads" aria-rowindex="1">
    <div role="columnheader" class="name head" aria-colindex="1">{{ corner }}</div>
    <div
      v-for="(column, at) in columns"
      :key="column.id"
      role="columnheader"
      tabindex="-1"
      data-head
      class="head"
      :class="{ first: column.group, long: isLong(column.title) }"
      :style="at === 0 && before ? { marginLeft: `${before}px` } : undefined"
      :aria-colindex="from + at + 2"
      :aria-label="column.words"
      :title="column.words"
    >
      <em v-if="column.group">{{ column.group }}</em>
      <span class="tint" :style="{ background: column.tint ? `var(--tint-${column.tint})` : 'transparent' }" /><b>{{
        column.title
      }}</b
      ><small v-for="line in column.under" :key="line">{{ line }}</small
      ><small v-for="state in column.states" :key="state" class="state">{{ state }}</small>
    </div>
    <div class="results" role="none">
      <div
        v-for="(column, at) in results"
        :key="column.id"
        role="columnheader"
        class="head result"
        :aria-colindex="count + 2 + at"
        :style="{ width: `${column.width}px` }"
      >
        <b>{{ column.title }}</b><small>{{ column.under }}</small>
      </div>
    </div>
  </div>
</template>
