<script setup lang="ts">
/** Undo and redo for the hand that is on the mouse. */
defineProps<{ steps: { undo: number; redo: number } }>()
const emit = defineEmits<{ undo: []; redo: [] }>()
</script>

<template>
  <button type="button" class="toggle step" :disabled="!steps.undo" title="Undo (Ctrl+Z)" @click="emit('undo')">
    <i class="pi pi-undo" aria-hidden="true" /><span class="visually-hidden">Undo</span>
  </button>
  <button type="button" class="toggle step" :disabled="!steps.redo" title="Redo (Ctrl+Shift+Z)" @click="emit('redo')">
    <i class="pi pi-refresh" aria-hidden="true" /><span class="visually-hidden">Redo</span>
  </button>
</template>

<style scoped>
.step:disabled {
  opacity: 0.45;
  cursor: default;
}
</style>
