<script setup lang="ts">
import type { HistoryEntry } from '#shared/history'
import { shortInstant } from '~/composables/useWords'

/** Who changed something last. It has its room before it has come: nothing moves away from under a hand. */
defineProps<{ entry: HistoryEntry | undefined }>()
</script>

<template>
  <p class="small soft last">
    <template v-if="entry">{{ entry.by }}, {{ shortInstant(entry.at) }}</template>
  </p>
</template>

<style scoped>
.last {
  margin-top: 4px;
  min-height: 1.5em;
}
</style>
