<script setup lang="ts">
import type { Student } from '#core/section'
import { useClassStore } from '~/stores/class'

/** Says beside a student's name that they have left the class. */
defineProps<{ student: Student }>()
const classStore = useClassStore()
</script>

<template><small v-if="classStore.hasLeft(student)" class="left">left</small></template>

<style scoped>
.left {
  margin-left: 6px;
  color: var(--soft);
  font-weight: 400;
  font-size: 12px;
}
</style>
