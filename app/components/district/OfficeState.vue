<script setup lang="ts">
/** What became of the last change of an office's page: done, with the way back, or why not. */
defineProps<{ problem: string; message: string; canUndo: boolean }>()
const emit = defineEmits<{ undo: [] }>()
</script>

<template>
  <Message v-if="problem" severity="error">{{ problem }}</Message>
  <p class="row-of">
    <span class="small soft" role="status">{{ message }}</span><button
      v-if="canUndo"
      type="button"
      class="chip"
      @click="emit('undo')"
    >
      Undo
    </button>
  </p>
</template>
