<script setup lang="ts">
import type { NuxtError } from '#app'

/** What stands where a page could not: an address that leads nowhere, or a fault of ours. Nothing that was typed is lost. */
const props = defineProps<{ error: NuxtError }>()

const isMissing = computed(() => props.error.statusCode === 404)
const heading = computed(() => (isMissing.value ? 'There is no such page' : 'This page did not come up'))
useHead({ title: () => `${heading.value} · Yukata` })
</script>

<template>
  <main class="astray">
    <h1>{{ heading }}</h1>
    <p v-if="isMissing">The address leads nowhere. It may have been typed by hand, or be of another version.</p>
    <p v-else>
      That is a fault of ours. What you typed is kept on this machine and goes to the server by itself. Reload the page;
      if that does not help, tell the office when it was.
    </p>
    <p class="ways">
      <button v-if="!isMissing" type="button" class="chip" @click="reloadNuxtApp()">Reload</button>
      <a class="chip" href="/">Go to Today</a>
    </p>
  </main>
</template>

<style scoped>
.astray {
  max-width: 460px;
  margin: 18vh auto 0;
  padding: 0 18px;
  display: grid;
  gap: 12px;
}
.ways {
  display: flex;
  gap: 8px;
}
</style>
