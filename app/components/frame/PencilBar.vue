<script setup lang="ts">
import { useChangePlan } from '~/composables/useChangePlan'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'
/** While the pencil is in hand: what has been tried, and the two ways to end it. */
const classStore = useClassStore()
const { keepPencil } = useChangePlan()
const count = computed(() => {
  return classStore.pencil && classStore.everything ? classStore.penciled().length : 0
})
</script>

<template>
  <div v-if="classStore.pencil" class="pencil" role="status">
    <i class="pi pi-pencil" aria-hidden="true" />
    <span
      ><b>In pencil.</b>
      {{
        count
          ? `${counted(count, 'change')} tried; nothing is kept yet.`
          : 'Try scores or rules; nothing is kept until you say so.'
      }}</span
    >
    <Button label="Keep" :disabled="count === 0" @click="keepPencil" />
    <Button label="Rub out" severity="secondary" @click="classStore.endPencil(false)" />
  </div>
</template>

<style scoped>
.pencil {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 16px 6px 18px;
  background: repeating-linear-gradient(135deg, var(--ai1) 0 6px, var(--sheet) 6px 12px);
  border-top: 1px dashed var(--ai4);
  border-bottom: 1px dashed var(--ai4);
}
.pencil span {
  flex: 1;
}
</style>
