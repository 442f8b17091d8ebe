<template>
  <!-- The shape of what is on its way, with its room: what stands below is not pushed far. -->
  <div class="shape">
    <span class="visually-hidden" role="status">On its way</span>
    <i v-for="(width, at) in [70, 100, 45, 100, 60]" :key="at" :style="{ width: `${width}%` }" aria-hidden="true" />
  </div>
</template>

<style scoped>
.shape {
  display: grid;
  align-content: start;
  gap: 12px;
  min-height: 220px;
  padding-top: 4px;
}
i {
  height: 8px;
  border-radius: 4px;
  background: var(--line);
}
</style>
