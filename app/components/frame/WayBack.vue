<script setup lang="ts">
import { useWayBack } from '~/composables/useWayBack'
import { usePeriodQuery } from '~/composables/useGoTo'

/** Leads back to the view that this page was opened from; opened by its address, to the given view of the class. */
const props = defineProps<{
  /** The view of the class, such as `/proficiency`; empty for the gradebook. */
  view?: string
  studentId?: string
  /** More of the address of that view. */
  query?: Record<string, string | undefined>
}>()
const route = useRoute()
const period = usePeriodQuery()
const { to, words } = useWayBack(
  () => ({
    path: `/class/${String(route.params.id)}${props.view ?? ''}`,
    query: { ...period.value, ...props.query },
  }),
  () => props.studentId,
)
</script>

<template>
  <NuxtLink class="button second" :to="to">{{ words }}</NuxtLink>
</template>
