<script setup lang="ts">
import type { ClassStore } from '~/stores/class'

/** What the open classes have to say, until it is put aside. */
defineProps<{ classes: readonly ClassStore[] }>()
</script>

<template>
  <div class="notices" role="status">
    <template v-for="classStore in classes" :key="classStore.$id">
      <Message
        v-for="(notice, at) in classStore.notices"
        :key="`${at} ${notice}`"
        severity="warn"
        closable
        @close="classStore.notices.splice(at, 1)"
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
