<script setup lang="ts">
import type { RunItem } from '#shared/exchange'
import { fieldName, fieldValue, wholeThing } from '~/words/exchange'

/** One side of a thing: the fields that differ, or all of it where the other side has none. */
const props = defineProps<{ item: RunItem; side: 'here' | 'there' | 'base' }>()
const fields = computed(() => props.item[props.side])
const isWhole = computed(() => props.item.differing.length === 0)
</script>

<template>
  <span v-if="!fields" class="soft">nothing</span>
  <template v-else-if="isWhole">{{ wholeThing(item) }}</template>
  <template v-else>
    <div v-for="name in item.differing" :key="name">
      <span class="soft">{{ fieldName(name) }}</span>
      <span :class="{ both: item.conflicts.includes(name) && side !== 'base' }">{{
        fieldValue(name, fields[name])
      }}</span>
    </div>
  </template>
</template>

<style scoped>
div {
  display: flex;
  gap: 6px;
}
.both {
  font-weight: 600;
}
</style>
