<script setup lang="ts">
import { useFrame } from '~/stores/frame'

/**
 * What a page puts into the margin: in the same turn in which the margin is there, because keys of the page write in it. The
 * margin is of the layout, which may come a moment after the page does, and go before it.
 */
const frame = useFrame()
</script>

<template>
  <Teleport v-if="frame.marginBox" :to="frame.marginBox"><slot /></Teleport>
</template>
