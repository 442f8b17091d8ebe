<script setup lang="ts">
import type { Plan } from '#core/plan/plan'

/** How grades are rounded and get their label: in a plan, or fixed by the district. */
type Rounding = Pick<Plan, 'places' | 'rounding' | 'labelFrom'>
const props = defineProps<{ value: Rounding; fixedBy?: string | null }>()
const emit = defineEmits<{ set: [to: Partial<Rounding>] }>()

const places = [0, 1, 2].map((value) => ({
  value: value as Plan['places'],
  words: value === 0 ? 'whole numbers, as 92' : value === 1 ? 'one place, as 91.7' : 'two places, as 91.67',
}))
const roundings = [
  { value: 'half up' as const, words: 'halves go up' },
  { value: 'down' as const, words: 'always down' },
  { value: 'up' as const, words: 'always up' },
  { value: 'nearest half' as const, words: 'to the nearest half, as 91.5' },
]
const labelFrom = [
  { value: 'displayed' as const, words: 'the grade as shown' },
  { value: 'exact' as const, words: 'the unrounded grade' },
]
// Halves are shown at no places; choosing places leaves halves behind.
const halves = computed(() => props.value.rounding === 'nearest half')
</script>

<template>
  <PlanChoice
    label="Grades are shown in"
    :value="halves ? 0 : value.places"
    :options="places"
    :fixed-by="fixedBy"
    @choose="emit('set', { places: $event, ...(halves ? { rounding: 'half up' } : {}) })"
  />
  <PlanChoice
    label="Rounded"
    :value="value.rounding"
    :options="roundings"
    :fixed-by="fixedBy"
    @choose="emit('set', { rounding: $event, ...($event === 'nearest half' ? { places: 0 } : {}) })"
  />
  <PlanChoice
    label="The label is that of"
    :value="value.labelFrom"
    :options="labelFrom"
    :fixed-by="fixedBy"
    @choose="emit('set', { labelFrom: $event })"
  />
</template>
