<script setup lang="ts" generic="T extends string">
/** One of several, chosen from a small pill; lit when it is not as in the beginning. */
defineProps<{ label: string; options: { value: T; words: string }[]; beginning: T }>()
const model = defineModel<T>({ required: true })
</script>

<template>
  <select v-model="model" class="chip" :class="{ lit: model !== beginning }" :aria-label="label">
    <option v-for="each in options" :key="each.value" :value="each.value">{{ each.words }}</option>
  </select>
</template>

<style scoped>
select {
  appearance: none;
  field-sizing: content;
  max-width: 150px;
  text-overflow: ellipsis;
  cursor: pointer;
}
.lit {
  background: var(--strong);
  color: var(--on-strong);
}
option {
  background: var(--field);
  color: var(--ink);
}
</style>
