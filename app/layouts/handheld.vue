<template>
  <div class="hand">
    <slot />
    <NoticeStrip />
    <SealedDialog />
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
