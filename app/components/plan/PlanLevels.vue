<script setup lang="ts">
import { levelMethods } from '#core/proficiency/settings'
import type { Plan } from '#core/plan/plan'
import { methodFits } from '#core/proficiency/methods'
import { useClassStore } from '~/stores/class'
import { readers } from '~/composables/useReaders'

/** How proficiency levels are calculated from evidence. */
const emit = defineEmits<{ set: [to: Partial<Plan>] }>()
const classStore = useClassStore()
const settings = computed(() => classStore.plan!.proficiency)
const set = (to: Partial<Plan['proficiency']>) => emit('set', { proficiency: { ...settings.value, ...to } })

const words: Record<Plan['proficiency']['method'], string> = {
  'most recent': 'the most recent',
  'mean of the last': 'the mean of the last few',
  mean: 'the mean of all',
  median: 'the median of all',
  highest: 'the highest',
  mode: 'the most frequent',
  'decaying average': 'a decaying average: recent speaks louder',
  'power law': 'a power law: where the trend arrives',
}
const methods = computed(() =>
  levelMethods
    .filter((method) => methodFits(method, classStore.snapshot!.proficiencyScale))
    .map((value) => ({ value, words: words[value] })),
)
const windows = [
  { value: 'period' as const, words: 'the grading period only' },
  { value: 'year' as const, words: 'the school year to date' },
]
</script>

<template>
  <div>
    <div class="pairs">
      <PlanChoice label="A level is" :value="settings.method" :options="methods" @choose="set({ method: $event })" />
      <span v-if="settings.method === 'mean of the last'" class="aside beside"
        ><KeptField
          :value="String(settings.last)"
          label="How many of the last evidence count"
          :read="readers.last"
          class="figure"
          @keep="set({ last: Number($event) })"
        />
        of the last</span
      >
      <span v-if="settings.method === 'decaying average'" class="aside beside"
        ><KeptField
          :value="settings.decay"
          label="Share of the newest evidence, from 0.5 to 0.9"
          :read="readers.decay"
          inputmode="decimal"
          class="figure"
          @keep="set({ decay: $event })"
        />
        for the newest</span
      >
      <PlanChoice
        label="From the evidence of"
        :value="settings.window"
        :options="windows"
        @choose="set({ window: $event })"
      />
      <span class="term">At least</span>
      <span class="beside"
        ><KeptField
          :value="String(settings.leastEvidence)"
          label="Least pieces of evidence for a level"
          :read="readers.leastEvidence"
          class="figure"
          @keep="set({ leastEvidence: Number($event) })"
        />
        pieces of evidence</span
      >
      <label class="check wide"
        ><Checkbox
          :model-value="settings.missingIsLowest"
          binary
          @update:model-value="set({ missingIsLowest: $event })"
        />Missing work is evidence of the lowest level</label
      >
    </div>
  </div>
</template>
