<script setup lang="ts">
import type { PrintRequest } from '#shared/prints'
import { usePrints } from '~/composables/usePrints'

/** Report cards in the background: as one PDF or one each, with their progress. What they are of stands in its slot. */
const props = defineProps<{ of: PrintRequest['of'] | null; periodId: string | null }>()
const { prints, problem, busy, print, end } = usePrints()
const each = ref(false)
const files = [
  { value: 'one' as const, words: 'one PDF' },
  { value: 'each' as const, words: 'one each, in a zip' },
]
const go = () => props.of && props.periodId && print({ of: props.of, periodId: props.periodId, each: each.value })
</script>

<template>
  <div class="print">
    <div class="row-of gap">
      <slot />
      <ToggleRow label="File" :value="each ? 'each' : 'one'" :options="files" @choose="each = $event === 'each'" />
      <Button label="Print report cards" :loading="busy" :disabled="!of || !periodId" @click="go" />
    </div>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <PrintList :prints="prints" @end="end" />
  </div>
</template>

<style scoped>
.print {
  display: grid;
  gap: 8px;
  max-width: 52rem;
}
.gap {
  gap: 10px;
  flex-wrap: wrap;
}
</style>
