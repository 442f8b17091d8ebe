<script setup lang="ts">
import { jointId, type Override } from '#core/acts/records'
import { agrees, completed, isOverridden } from '#core/grading/grade'
import type { CloseLine } from '~/composables/useClosing'

const props = defineProps<{ line: CloseLine }>()
const classroom = useClassroom()
const plan = computed(() => classroom.plan!)
const id = computed(() => jointId(props.line.student.id, classroom.period!.id))
const given = computed(() => isOverridden(props.line.override))
const labels = computed(() => plan.value.scale.steps.map((step) => step.label))

const set = (to: Partial<Override>, marks: { sitting?: string } = {}) =>
  classroom.change('override', [{ kind: 'override', id: id.value, to }], marks)
const { draft: reason, keep } = useDraft(
  () => props.line.override.reason,
  (text, sitting) => set({ reason: text }, { sitting }),
)

const { entries } = useHistory(
  () => ({ kind: 'override', record: id.value }),
  () => props.line.override,
)
const last = computed(() => (given.value ? entries.value[0] : undefined))
</script>

<template>
  <fieldset>
    <legend class="label">{{ given ? 'Your grade, in place of the computed one' : 'Override' }}</legend>
    <div class="pair">
      <KeptField
        :value="line.override.percent ?? ''"
        label="Percent"
        :read="(text) => (text.trim() ? readers.percent(text) : { kept: '' })"
        inputmode="decimal"
        @keep="set($event ? completed(plan, { percent: $event }) : { percent: null, label: null })"
      />
      <Select
        :model-value="line.override.label"
        :options="labels"
        :pt="{ label: { 'aria-label': 'Letter' } }"
        placeholder="Letter"
        fluid
        @update:model-value="set(completed(plan, { label: $event }))"
      />
      <button v-if="given" type="button" class="toggle" @click="set({ percent: null, label: null, reason: '' })">
        clear
      </button>
    </div>
    <p v-if="!agrees(plan, line.override)" class="warn">
      {{ line.override.percent }} and {{ line.override.label }} do not agree.
    </p>
    <template v-if="given">
      <label class="label" for="o-reason">Why</label>
      <InputText
        id="o-reason"
        :model-value="reason"
        fluid
        maxlength="500"
        autocomplete="off"
        @update:model-value="reason = $event ?? ''"
        @blur="keep"
      />
      <p v-if="last" class="small soft by">{{ last.by }}, {{ shortInstant(last.at) }}</p>
    </template>
  </fieldset>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 76px 1fr auto;
  gap: 6px;
  align-items: start;
}
.by {
  margin-top: 4px;
}
</style>
