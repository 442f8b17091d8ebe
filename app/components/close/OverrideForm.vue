<script setup lang="ts">
import { jointId } from '#core/kind'
import { labelTyped } from '#core/scales/grading'
import type { Override } from '#core/grading/override'
import { agrees, completed, isOverridden } from '#core/grading/grade'
import { daysAfter } from '#core/calendar/date'
import { usePerson } from '~/stores/person'
import { useClassStore } from '~/stores/class'
import { useDraft } from '~/composables/useDraft'
import { useHistory } from '~/composables/useHistory'
import { readers } from '~/composables/useReaders'

/** The teacher's own grade of a student in a period. */
const props = defineProps<{ studentId: string; periodId: string }>()
const classStore = useClassStore()
const plan = computed(() => classStore.plan!)
const id = computed(() => jointId(props.studentId, props.periodId))
const override = computed(() => classStore.get('override', id.value))
const given = computed(() => isOverridden(override.value))
const incompleteUntil = computed(() => override.value.incompleteUntil)
/** So many days are offered for making a grade good. */
const TO_MAKE_GOOD = 30
const { today } = storeToRefs(usePerson())
const keepUntil = (day: string) => void (day && set({ incompleteUntil: day }))
/** What the district office has closed can't be typed. */
const isClosed = computed(() => classStore.snapshot!.windows[props.periodId]?.isClosed ?? false)
const labels = computed(() => plan.value.scale.steps.map((step) => step.label))

const set = (to: Partial<Override>, marks: { sitting?: string } = {}) =>
  classStore.change('override', [{ kind: 'override', id: id.value, to }], marks)
const clear = () => set({ percent: null, label: null, reason: '', familyLine: '', incompleteUntil: null })

/** What was typed: a percent, or a label of the scale in either case; nothing takes the override away. */
const labelOf = (text: string) => labelTyped(plan.value.scale, text)
const readGrade = (text: string) => {
  const label = labelOf(text)
  if (label !== undefined) return { kept: label }
  return text.trim() ? readers.percent(text) : { kept: '' }
}
function keepGrade(typed: string): void {
  const label = labelOf(typed)
  if (label !== undefined) set(completed(plan.value, { label }))
  else set(typed ? completed(plan.value, { percent: typed }) : { percent: null, label: null })
}

const { draft: reason, keep } = useDraft(
  () => override.value.reason,
  (text, sitting) => set({ reason: text }, { sitting }),
)
const { draft: familyLine, keep: keepFamilyLine } = useDraft(
  () => override.value.familyLine,
  (text, sitting) => set({ familyLine: text }, { sitting }),
)

const { entries } = useHistory(
  () => ({ kind: 'override', record: id.value }),
  () => override.value,
)
const last = computed(() => (given.value ? entries.value[0] : undefined))

const field = useTemplateRef('field')
defineExpose({
  /** Opens the field of the grade with what was typed so far. */
  begin: (typed: string) => field.value?.begin(typed),
  clear: () => given.value && clear(),
})
</script>

<template>
  <fieldset :disabled="isClosed">
    <legend class="label">{{ given ? 'Your grade, in place of the computed one' : 'Override' }}</legend>
    <p v-if="isClosed" class="soft small">The district office has closed this period.</p>
    <div class="pair">
      <KeptField ref="field" :value="override.percent ?? ''" label="Percent" :read="readGrade" @keep="keepGrade" />
      <Select
        :model-value="override.label"
        :options="labels"
        :pt="{ label: { 'aria-label': 'Letter' } }"
        placeholder="Letter"
        fluid
        @update:model-value="set(completed(plan, { label: $event }))"
      />
      <button v-if="given" type="button" class="toggle" @click="clear">clear</button>
    </div>
    <p v-if="!agrees(plan, override)" class="warn">{{ override.percent }} and {{ override.label }} do not agree.</p>
    <label class="check"
      ><Checkbox
        :model-value="incompleteUntil !== null"
        binary
        input-id="o-incomplete"
        @update:model-value="set({ incompleteUntil: $event ? daysAfter(today, TO_MAKE_GOOD) : null })"
      />Incomplete, to be made good</label
    >
    <template v-if="incompleteUntil !== null">
      <label class="label" for="o-until">By</label>
      <input
        id="o-until"
        type="date"
        class="field"
        :value="incompleteUntil"
        @change="keepUntil(($event.target as HTMLInputElement).value)"
      />
    </template>
    <template v-if="given || incompleteUntil !== null">
      <label class="label" for="o-reason">Why, for the record</label>
      <InputText
        id="o-reason"
        :model-value="reason"
        fluid
        maxlength="500"
        autocomplete="off"
        @update:model-value="reason = $event ?? ''"
        @blur="keep"
      />
      <label class="label" for="o-family">To the family, on the card</label>
      <InputText
        id="o-family"
        :model-value="familyLine"
        fluid
        maxlength="300"
        autocomplete="off"
        placeholder="Nothing, if you write nothing"
        @update:model-value="familyLine = $event ?? ''"
        @blur="keepFamilyLine"
      />
      <LastChange :entry="last" />
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
/* As tall as the fields beside it; what is wrong with one stands under it. */
.pair > .toggle {
  min-height: 28px;
}
.check {
  margin-top: 8px;
}
</style>
