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
    <OfficeState
      :problem="office.problem"
      :message="office.message"
      :can-undo="office.last.length > 0"
      @undo="office.undo"
    />
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
