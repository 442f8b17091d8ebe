<script setup lang="ts">
/** Steps from the selected cell to its neighbours, for hands that are on the mouse or a screen. */
const emit = defineEmits<{ go: [rows: number, columns: number] }>()
</script>

<template>
  <div class="walk" role="group" aria-label="Go to">
    <button type="button" class="toggle" title="Previous student" @click="emit('go', -1, 0)">
      <i class="pi pi-arrow-up" aria-hidden="true" /><span class="visually-hidden">Previous student</span>
    </button>
    <button type="button" class="toggle" title="Next student" @click="emit('go', 1, 0)">
      <i class="pi pi-arrow-down" aria-hidden="true" /><span class="visually-hidden">Next student</span>
    </button>
    <button type="button" class="toggle" title="Previous assignment" @click="emit('go', 0, -1)">
      <i class="pi pi-arrow-left" aria-hidden="true" /><span class="visually-hidden">Previous assignment</span>
    </button>
    <button type="button" class="toggle" title="Next assignment" @click="emit('go', 0, 1)">
      <i class="pi pi-arrow-right" aria-hidden="true" /><span class="visually-hidden">Next assignment</span>
    </button>
  </div>
</template>

<style scoped>
.walk {
  float: right;
  display: flex;
  gap: 2px;
  margin-left: 6px;
}
.walk .toggle {
  padding: 1px 5px;
}
.walk i {
  font-size: 10px;
}
</style>
