<script setup lang="ts">
import { SealedDialog } from '~/composables/later'
import { useSealed } from '~/stores/sealed'

const sealed = useSealed()
</script>

<template>
  <div class="hand">
    <slot />
    <NoticeStrip />
    <SealedDialog v-if="sealed.waiting" />
  </div>
</template>

<style scoped>
.hand {
  height: 100dvh;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: var(--paper);
}
</style>
