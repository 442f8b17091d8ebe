<script setup lang="ts">
import { StepDialog } from '~/composables/later'
import type { useStepBack } from '~/composables/useStepBack'

/** Undo and redo for the hand that is on the mouse: each says what it takes back, and asks where that is not in view. */
const props = defineProps<{ by: ReturnType<typeof useStepBack> }>()
const { descriptions, can, asking } = props.by
const ways = [
  { way: 'undo' as const, name: 'Undo', icon: 'pi pi-undo', keys: 'Ctrl+Z' },
  { way: 'redo' as const, name: 'Redo', icon: 'pi pi-refresh', keys: 'Ctrl+Shift+Z' },
]
</script>

<template>
  <button
    v-for="{ way, name, icon, keys } in ways"
    :key="way"
    type="button"
    class="toggle step"
    :disabled="!can[way]"
    :title="descriptions[way] ? `${name}: ${descriptions[way]} (${keys})` : `${name} (${keys})`"
    :aria-label="name"
    @click="by[way]()"
  >
    <i :class="icon" aria-hidden="true" />
  </button>
  <StepDialog v-if="asking" :step="asking" @leave="by.leave()" @go="by.go()" />
</template>

<style scoped>
.step:disabled {
  opacity: 0.45;
  cursor: default;
}
</style>
