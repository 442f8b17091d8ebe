<script setup lang="ts">
/**
 * What a page puts into the margin. The margin is of the layout, which may come a moment after the page does; a teleport
 * that waits for it loses count when the page changes meanwhile.
 */
const margin = shallowRef<HTMLElement | null>(null)
const { pause } = useRafFn(() => {
  margin.value = document.getElementById('margin')
  if (margin.value) pause()
})
</script>

<template>
  <Teleport v-if="margin" :to="margin"><slot /></Teleport>
</template>
