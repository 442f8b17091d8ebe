<script setup lang="ts">
import type { Plan } from '#core/plan/plan'
import { districtScale, scaleOf } from '#core/plan/level-scale'
import { levelMethods, methodFits, methodNames, type MethodName } from '#core/proficiency/methods'
import { useClassStore } from '~/stores/class'
import { readers } from '~/composables/useReaders'
import { levelMethodWords } from '~/words/methods'

/** How proficiency levels are calculated from evidence. */
const emit = defineEmits<{ set: [to: Partial<Plan>] }>()
const classStore = useClassStore()
const settings = computed(() => classStore.plan!.proficiency)
const calculation = computed(() => settings.value.calculation)
const set = (to: Partial<Plan['proficiency']>) => emit('set', { proficiency: { ...settings.value, ...to } })
/** Another method begins with what it is told by itself. */
const choose = (method: MethodName) => set({ calculation: levelMethods[method].blank })

/** A list has no choice without a value. */
const OF_DISTRICT = 'district'
const scale = computed(() => scaleOf(classStore.structure!))
const scales = computed(() => [
  { value: OF_DISTRICT, words: `the district’s: ${districtScale(classStore.snapshot!).name}` },
  ...classStore.snapshot!.levelScales.map((each) => ({
    value: each.id,
    words: each.owner === 'mine' ? `${each.name}, your own` : each.name,
  })),
])
/** A scale on which the method makes no sense takes the one that a class begins with. */
function chooseScale(id: string): void {
  const next = classStore.snapshot!.levelScales.find((each) => each.id === id) ?? districtScale(classStore.snapshot!)
  const fits = methodFits(calculation.value.method, next)
  set({ scaleId: id === OF_DISTRICT ? null : id, ...(fits ? {} : { calculation: levelMethods.mean.blank }) })
}
const methods = computed(() =>
  methodNames
    .filter((method) => methodFits(method, scale.value))
    .map((value) => ({ value, words: levelMethodWords[value] })),
)
const areas = [
  { value: 'mean' as const, words: 'the mean of its standards' },
  { value: 'pooled' as const, words: 'made of all their evidence, pooled' },
]
const reports = [
  { value: 'both' as const, words: 'grades and levels' },
  { value: 'grades' as const, words: 'grades alone' },
  { value: 'levels' as const, words: 'levels alone' },
]
const windows = [
  { value: 'period' as const, words: 'the grading period only' },
  { value: 'year' as const, words: 'the school year to date' },
]
</script>

<template>
  <div>
    <div class="pairs">
      <PlanChoice label="Levels of" :value="settings.scaleId ?? OF_DISTRICT" :options="scales" @choose="chooseScale" />
      <PlanChoice label="A level is" :value="calculation.method" :options="methods" @choose="choose" />
      <span v-if="calculation.method === 'mean of the last'" class="aside beside"
        ><KeptField
          :value="String(calculation.last)"
          label="How many of the last evidence count"
          :read="readers.last"
          class="figure"
          @keep="set({ calculation: { method: 'mean of the last', last: Number($event) } })"
        />
        of the last</span
      >
      <span v-if="calculation.method === 'decaying average'" class="aside beside"
        ><KeptField
          :value="calculation.decay"
          label="Share of the newest evidence, from 0.5 to 0.9"
          :read="readers.decay"
          inputmode="decimal"
          class="figure"
          @keep="set({ calculation: { method: 'decaying average', decay: $event } })"
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
      <PlanChoice label="An area is" :value="settings.areas" :options="areas" @choose="set({ areas: $event })" />
      <PlanChoice label="Cards show" :value="settings.reports" :options="reports" @choose="set({ reports: $event })" />
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
