<script setup lang="ts">
import { useStandardsOffice } from '~/composables/useStandardsOffice'

/** What the district teaches and judges by: its standards as a tree, which courses use them, and its proficiency scales. */
useHead({ title: 'Standards and levels · Yukata' })
const office = useStandardsOffice()
await office.attempt(office.read)
</script>

<template>
  <main id="work" class="page">
    <h1>Standards and levels</h1>
    <p class="soft lead">
      What is taught and judged by in the district. Classes have the standards of their course; a class can choose
      another proficiency scale, and its teacher can add standards of its own.
    </p>
    <Message v-if="office.problem" severity="error">{{ office.problem }}</Message>
    <p class="small soft" role="status">{{ office.message }}</p>
    <button v-if="office.last.length" type="button" class="chip" @click="office.undo">Undo</button>
    <template v-if="office.known && office.district">
      <LevelScales :office="office" />
      <StandardTree :office="office" />
    </template>
  </main>
</template>

<style scoped>
.lead {
  max-width: 44rem;
  margin-top: 4px;
}
</style>
