<script setup lang="ts">
import { nightResponse, type Night } from '#shared/exchange'
import { ask } from '~/composables/useApi'
import { counted } from '~/composables/useWords'

/** What went to the district last night, where anything did. */
const night = shallowRef<Night | null>(null)
onMounted(async () => {
  // A line that cannot be had is none.
  night.value = await ask('/api/exchange/night', nightResponse).catch(() => null)
})
const words = computed(() => {
  const { classes, sent, taken, refused, held, waiting } = night.value!
  const parts = [
    taken ? `${taken} taken over` : '',
    refused ? `${refused} refused` : '',
    held ? `${held} for you to decide` : '',
    waiting ? `${waiting} not sent yet` : '',
  ]
  return [`${sent} sent in ${counted(classes, 'class', 'classes')}`, ...parts.filter(Boolean)].join(', ')
})
</script>

<template>
  <p v-if="night" class="night">
    Last night: <NuxtLink to="/exchange">{{ words }}</NuxtLink>.
  </p>
</template>

<style scoped>
.night {
  margin: 8px 0 0;
}
</style>
