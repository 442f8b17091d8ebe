<script setup lang="ts">
import type { useStepBack } from '~/composables/useStepBack'

/** Undo and redo for the hand that is on the mouse: each says what it takes back, and asks where that is not in view. */
const props = defineProps<{ steps: { undo: number; redo: number }; by: ReturnType<typeof useStepBack> }>()
const { descriptions, asking } = props.by
const ways = [
  { way: 'undo' as const, name: 'Undo', icon: 'pi pi-undo', keys: 'Ctrl+Z' },
  { way: 'redo' as const, name: 'Redo', icon: 'pi pi-refresh', keys: 'Ctrl+Shift+Z' },
]
const heading = computed(() => (asking.value?.way === 'redo' ? 'Do this again?' : 'Undo this?'))
</script>

<template>
  <button
    v-for="{ way, name, icon, keys } in ways"
    :key="way"
    type="button"
    class="toggle step"
    :disabled="!steps[way]"
    :title="descriptions[way] ? `${name}: ${descriptions[way]} (${keys})` : `${name} (${keys})`"
    :aria-label="name"
    @click="by[way]()"
  >
    <i :class="icon" aria-hidden="true" />
  </button>
  <Dialog v-if="asking" visible modal :header="heading" :style="{ width: '30rem' }" @update:visible="by.leave()">
    <p>
      {{ asking.words }}<template v-if="asking.when">. It was done {{ asking.when }}</template
      >. It is not in view here.
    </p>
    <template #footer
      ><Button label="Leave it" severity="secondary" @click="by.leave()" /><Button
        :label="asking.way === 'undo' ? 'Undo it' : 'Do it again'"
        autofocus
        @click="by.go()"
    /></template>
  </Dialog>
</template>

<style scoped>
.step:disabled {
  opacity: 0.45;
  cursor: default;
}
</style>
