<script setup lang="ts">
/** Says that the district fixes a part of the plan, and who did. */
defineProps<{ by: string }>()
</script>

<template>
  <p class="fixed"><i class="pi pi-lock" aria-hidden="true" />Fixed by the district, {{ by }}</p>
</template>

<style scoped>
.fixed {
  font-size: 11.5px;
  color: var(--soft);
  display: flex;
  gap: 5px;
  align-items: center;
  margin-top: 2px;
}
.fixed .pi {
  font-size: 10px;
}
</style>
