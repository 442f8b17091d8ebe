<script setup lang="ts">
const { notices } = storeToRefs(useClassroom())
</script>

<template>
  <div class="notices" role="status">
    <Message
      v-for="(notice, at) in notices"
      :key="`${at} ${notice}`"
      severity="warn"
      closable
      @close="notices.splice(at, 1)"
      >{{ notice }}</Message
    >
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  left: 206px;
  bottom: 38px;
  display: grid;
  gap: 6px;
  z-index: 10;
  max-width: 34rem;
}
.notices:empty {
  display: none;
}
</style>
