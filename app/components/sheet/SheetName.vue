<script setup lang="ts">
import type { SheetRow } from '~/sheet/types'
import { goTo, usePeriodQuery } from '~/composables/useGoTo'

/** The name of a row: it leads to the student's own page, in the period that is looked at. */
const props = defineProps<{ row: SheetRow; at: number; top: number; id: string }>()
const period = usePeriodQuery()
const open = () => goTo({ path: props.row.path, query: period.value })
</script>

<template>
  <div
    :id="id"
    role="rowheader"
    class="name"
    :class="{ fifth: at % 5 === 4 }"
    aria-colindex="1"
    :title="row.name"
    :data-row="at"
    :style="{ top: `${top}px` }"
  >
    <a :href="row.path" tabindex="-1" @click.prevent="open">{{ row.name }}</a><small v-if="row.aside">{{
      row.aside
    }}</small>
  </div>
</template>
