<script setup lang="ts">
import { classKey, type ClassStore } from '~/stores/class'

/** What is under it is about this one of several open classes. */
const props = defineProps<{ room: ClassStore }>()
provide(classKey, props.room)
</script>

<template><slot /></template>
