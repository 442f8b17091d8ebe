<script setup lang="ts">
import { roomKey, type Classroom } from '~/stores/classroom'

/** What is under it is about this one of several open classes. */
const props = defineProps<{ room: Classroom }>()
provide(roomKey, props.room)
</script>

<template><slot /></template>
