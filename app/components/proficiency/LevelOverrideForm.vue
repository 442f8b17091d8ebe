<script setup lang="ts">
import { say } from '~/words/say'
import { jointId } from '#core/kind'
import type { PeriodLevel } from '#core/proficiency/level'
import { readLevel } from '#core/proficiency/read-level'
import { allowedLevels, type ProficiencyScale } from '#core/scales/proficiency'
import type { LevelOverride } from '#core/proficiency/level-override'
import type { Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { useDraft } from '~/composables/useDraft'
import { useHistory } from '~/composables/useHistory'

/** The teacher's own level of a student for a standard in a period, beside the calculated one, with its reason. */
const props = defineProps<{
  studentId: string
  standardId: string
  periodId: string
  scale: ProficiencyScale
  found: PeriodLevel
}>()
const emit = defineEmits<{ back: [] }>()
const classStore = useClassStore()
const id = computed(() => jointId(props.studentId, props.standardId, props.periodId))

const set = (to: Partial<LevelOverride>, marks: { sitting?: string } = {}) =>
  classStore.change('level', [{ kind: 'levelOverride', id: id.value, to }], marks)
const clear = () => set({ level: null, reason: '' })
const give = (level: string) => (props.found.override?.value === level ? clear() : set({ level }))

const { draft: reason, keep } = useDraft(
  () => props.found.reason,
  (text, sitting) => set({ reason: text }, { sitting }),
)
const { entries } = useHistory(
  () => ({ kind: 'levelOverride', record: id.value }),
  () => classStore.get('levelOverride', id.value),
)
const last = computed(() => (props.found.override ? entries.value[0] : undefined))
const field = useTemplateRef('field')

/** Starts what a calculated level is for; gives words where there is nothing to start. */
function begin(wish: Wish): string {
  if (wish === 'clear')
    return props.found.override
      ? (clear(), 'Your own level is taken away; the calculated one stands.')
      : 'This level is calculated: there is nothing to clear. Type a level to give your own.'
  if (wish === 'paste' || wish === 'fill') return 'These levels are calculated. Give your own one by one, by typing.'
  if (!wish.type) return 'Type a level to give your own.'
  const read = readLevel(props.scale, wish.type)
  if ('refused' in read) return say(read.refused)
  // The hands stay on the sheet: a reason that is wanted waits in a list.
  set({ level: read.level })
  return ''
}
defineExpose({ begin, focusReason: () => field.value?.focus() })
</script>

<template>
  <fieldset>
    <legend class="label">
      {{
        found.override
          ? found.calculated
            ? 'Your level, in place of the calculated one'
            : 'Your level'
          : 'Give your own'
      }}
    </legend>
    <LevelButtons :levels="allowedLevels(scale)" :pressed="found.override?.value ?? null" @choose="give">
      <button v-if="found.override" type="button" class="toggle" @click="clear">clear</button>
    </LevelButtons>
    <template v-if="found.override">
      <label class="label" for="level-reason">Why, for the record</label>
      <input
        id="level-reason"
        ref="field"
        v-model="reason"
        class="field"
        maxlength="500"
        autocomplete="off"
        @blur="keep"
        @keydown.enter.prevent="(keep(), emit('back'))"
        @keydown.esc="emit('back')"
      />
      <LastChange :entry="last" />
    </template>
  </fieldset>
</template>

<style scoped>
input.field {
  width: 100%;
  max-width: none;
}
</style>
