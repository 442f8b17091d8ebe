<script setup lang="ts">
import { classKey, type ClassStore } from '~/stores/class'

/** What is under it is about this one of several open classes. */
const props = defineProps<{ classStore: ClassStore }>()
provide(classKey, props.classStore)
</script>

<template><slot /></template>
