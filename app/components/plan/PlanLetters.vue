<script setup lang="ts">
import type { Plan } from '#core/plan/plan'
import { describeRounding } from '~/words/plan'
import { descending } from '#core/scales/grading'
import { useClassStore } from '~/stores/class'
import { readers } from '~/composables/useReaders'
import { counted } from '~/composables/useWords'

/** Scale, rounding and cap. */
const emit = defineEmits<{ set: [to: Partial<Plan>] }>()
const classStore = useClassStore()
const plan = computed(() => classStore.plan!)
const policy = computed(() => classStore.snapshot!.policy)
const by = computed(() => classStore.snapshot!.policyBy ?? 'the office')
const editing = ref(false)

/** The scales that may be used; the class's own copy stands among them, also when its original has changed. */
const scales = computed(() => {
  const allowed = policy.value.scaleIds
  const offered = classStore.snapshot!.scales.filter((each) => allowed === null || allowed.includes(each.id))
  const present = plan.value.scale
  const known = offered.some((each) => each.id === present.id)
  return [...(known ? [] : [{ ...present, id: present.id ?? 'copy' }]), ...offered].map(({ id, name }) => ({
    value: id,
    words: name,
  }))
})
function choose(id: string): void {
  const found = classStore.snapshot!.scales.find((each) => each.id === id)
  if (found) emit('set', { scale: { id, name: found.name, steps: found.steps } })
}

const steps = computed(() =>
  descending(plan.value.scale)
    .map((step) => `${step.label} from ${step.from}`)
    .join(', '),
)
const fixed = computed(() => (policy.value.rounding ? by.value : null))
const readCap = (text: string) => (text.trim() === '' ? { kept: '' } : readers.percent(text))
</script>

<template>
  <div>
    <div class="pairs">
      <PlanChoice label="Scale" :value="plan.scale.id ?? 'copy'" :options="scales" @choose="choose" />
      <div class="aside">
        <Button
          label="Edit or make a scale"
          severity="secondary"
          :disabled="!!classStore.pencil"
          @click="editing = true"
        />
        <FixedNote v-if="policy.scaleIds" :by="`${by}: ${counted(policy.scaleIds.length, 'scale')} to choose from`" />
      </div>
      <p class="soft small wide">{{ steps }}</p>
      <RoundingChoices :value="plan" :fixed-by="fixed" @set="emit('set', $event)" />
      <span class="term">No computed grade above</span>
      <KeptField
        :value="plan.cap ?? ''"
        label="No computed grade above, in percent; empty for no cap"
        :read="readCap"
        inputmode="decimal"
        class="figure"
        placeholder="no cap"
        @keep="emit('set', { cap: $event || null })"
      />
    </div>
    <p class="soft said">{{ describeRounding(plan) }}</p>
    <ScaleDialog v-if="editing" @close="editing = false" />
  </div>
</template>
