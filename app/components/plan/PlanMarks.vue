<script setup lang="ts">
import type { Plan } from '#core/plan/plan'
import { describeMarks } from '~/words/plan'
import { useClassStore } from '~/stores/class'
import { readers } from '~/composables/useReaders'

/** Missing and incomplete work, low grades, and what families see. */
const emit = defineEmits<{ set: [to: Partial<Plan>] }>()
const classStore = useClassStore()
const plan = computed(() => classStore.plan!)
const fixed = computed(() =>
  classStore.snapshot!.policy.lowLine === null ? null : (classStore.snapshot!.policyBy ?? 'the office'),
)

type Missing = 'zero' | 'percent' | 'nothing'
const missing = computed<Missing>(() =>
  plan.value.missingCountsAs === null ? 'nothing' : plan.value.missingCountsAs === '0' ? 'zero' : 'percent',
)
const missingWords: { value: Missing; words: string }[] = [
  { value: 'zero', words: 'zero' },
  { value: 'percent', words: 'a percent of the points' },
  { value: 'nothing', words: 'nothing' },
]
const setMissing = (as: Missing) =>
  emit('set', { missingCountsAs: as === 'zero' ? '0' : as === 'nothing' ? null : '50' })
const incomplete = [
  { value: 'nothing' as const, words: 'nothing' },
  { value: 'zero' as const, words: 'zero' },
]
const families = [
  { value: 'both' as const, words: 'percent and label' },
  { value: 'percent' as const, words: 'percent only' },
  { value: 'label' as const, words: 'label only' },
  { value: 'neither' as const, words: 'no grades, only scores' },
]
</script>

<template>
  <div>
    <div class="pairs">
      <PlanChoice label="Missing counts as" :value="missing" :options="missingWords" @choose="setMissing" />
      <span v-if="missing === 'percent'" class="aside beside"
        ><KeptField
          :value="plan.missingCountsAs!"
          label="Percent of the points that missing work counts as"
          :read="readers.percent"
          inputmode="decimal"
          class="figure"
          @keep="emit('set', { missingCountsAs: $event })"
        />
        %</span
      >
      <PlanChoice
        label="Incomplete counts as"
        :value="plan.incompleteCountsAs"
        :options="incomplete"
        @choose="emit('set', { incompleteCountsAs: $event })"
      />
    </div>
    <p class="soft said">{{ describeMarks(plan) }}</p>
    <div class="pairs next">
      <span class="term">Low line</span>
      <div class="choice">
        <KeptField
          :value="plan.lowLine"
          label="A remark is wanted below, in percent"
          :read="readers.lowLine"
          :disabled="fixed !== null"
          inputmode="decimal"
          class="figure"
          @keep="emit('set', { lowLine: $event })"
        />
        <FixedNote v-if="fixed" :by="fixed" />
      </div>
      <label class="check wide"
        ><Checkbox
          :model-value="plan.lowScoresWantNote"
          binary
          @update:model-value="emit('set', { lowScoresWantNote: $event })"
        />A single score below it wants a note too</label
      >
    </div>
    <p class="soft said">
      A grade below {{ plan.lowLine }} wants a remark{{
        plan.lowScoresWantNote ? `, and a score below ${plan.lowLine} % a note` : ''
      }}.
    </p>
    <div class="pairs next">
      <PlanChoice
        label="Families see grades as"
        :value="plan.families"
        :options="families"
        @choose="emit('set', { families: $event })"
      />
    </div>
  </div>
</template>
