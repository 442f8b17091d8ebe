<script setup lang="ts">
import type { Visibility } from '#core/plan/visibility'

/** From when families see an assignment. */
const visibility = defineModel<Visibility>({ required: true })
const props = defineProps<{ /** What a date begins as. */ firstDate: string; problem?: string }>()

const choices: { value: Visibility['from']; words: string }[] = [
  { value: 'now', words: 'at once' },
  { value: 'due date', words: 'on the due date' },
  { value: 'days before', words: 'days before it' },
  { value: 'date', words: 'from a date' },
  { value: 'never', words: 'never' },
]
function choose(from: Visibility['from']): void {
  visibility.value =
    from === 'days before' ? { from, days: 3 } : from === 'date' ? { from, date: props.firstDate } : { from }
}
</script>

<template>
  <div>
    <span id="a-shown" class="label">Families see it</span>
    <Select
      :model-value="visibility.from"
      ariaLabelledby="a-shown"
      :options="choices"
      option-label="words"
      option-value="value"
      fluid
      @update:model-value="choose"
    />
    <label v-if="visibility.from === 'days before'" class="beside days"
      ><InputText
        :model-value="String(visibility.days)"
        class="figure"
        inputmode="numeric"
        @update:model-value="visibility = { from: 'days before', days: Math.round(Number($event)) }"
      />
      days before</label
    >
    <TextField
      v-if="visibility.from === 'date'"
      :model-value="visibility.date"
      label="From"
      type="date"
      @update:model-value="visibility = { from: 'date', date: $event }"
    />
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.days {
  margin-top: 10px;
}
</style>
