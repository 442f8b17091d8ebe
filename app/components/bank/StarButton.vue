<script setup lang="ts">
/** A teacher's star of an entry. */
defineProps<{ starred: boolean; code: string }>()
const emit = defineEmits<{ star: [] }>()
</script>

<template>
  <button
    type="button"
    :aria-pressed="starred"
    :aria-label="`Star ${code}`"
    :title="starred ? 'Starred: it comes first' : 'Star it: it comes first'"
    @mousedown.prevent
    @click.stop="emit('star')"
  >
    <i :class="starred ? 'pi pi-star-fill' : 'pi pi-star'" aria-hidden="true" />
  </button>
</template>

<style scoped>
button {
  border: 0;
  background: none;
  padding: 4px;
  min-width: 24px;
  min-height: 24px;
  border-radius: 5px;
  color: var(--soft);
  cursor: pointer;
  font-size: 11px;
  line-height: 1;
}
button[aria-pressed='true'] {
  color: var(--ai4);
}
</style>
