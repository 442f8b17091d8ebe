<script setup lang="ts">
import type { RunItem } from '#shared/exchange'
import { shortInstant } from '~/composables/useWords'
import { fieldName, fieldValue, wholeThing } from '~/words/exchange'

/** One side of a thing: the fields that differ, or all of it where the other side has none. */
const props = defineProps<{ item: RunItem; side: 'here' | 'there' | 'base' }>()
const fields = computed(() => props.item[props.side])
/** When it changed on this side, and who changed it, of what waits for a decision. */
const changed = computed(() => {
  const { hereAt, hereBy, thereAt } = props.item.lastChange ?? { hereAt: null, hereBy: null, thereAt: null }
  if (props.side === 'base') return ''
  const at = props.side === 'here' ? hereAt : thereAt
  return at ? [shortInstant(at), props.side === 'here' ? hereBy : ''].filter(Boolean).join(', ') : ''
})
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
  <div v-if="changed" class="soft changed">{{ changed }}</div>
</template>

<style scoped>
.changed {
  font-size: 11.5px;
}
div {
  display: flex;
  gap: 6px;
}
.both {
  font-weight: 600;
}
</style>
