<script setup lang="ts">
/** Before an assignment is deleted: what goes with it. */
defineProps<{ says: string }>()
const emit = defineEmits<{ keep: []; remove: [] }>()
</script>

<template>
  <Dialog visible modal header="Delete this assignment?" :style="{ width: '28rem' }" @update:visible="emit('keep')">
    <p>{{ says }} Undo brings it all back.</p>
    <template #footer
      ><Button label="Keep it" severity="secondary" @click="emit('keep')" /><Button
        label="Delete"
        @click="emit('remove')"
    /></template>
  </Dialog>
</template>
