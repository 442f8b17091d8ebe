<script setup lang="ts">
import type { Classroom } from '~/stores/classroom'

/** What the open classes have to say, until it is put aside. */
defineProps<{ classes: readonly Classroom[] }>()
</script>

<template>
  <div class="notices" role="status">
    <template v-for="classroom in classes" :key="classroom.$id">
      <Message
        v-for="(notice, at) in classroom.notices"
        :key="`${at} ${notice}`"
        severity="warn"
        closable
        @close="classroom.notices.splice(at, 1)"
        >{{ notice }}</Message
      >
    </template>
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
