<script setup lang="ts">
import { jointId } from '#core/kind'
import { readLevel } from '#core/proficiency/read-level'
import { allowedLevels, type ProficiencyScale } from '#core/scales/proficiency'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useDraft } from '~/composables/useDraft'
import { observationId, observe } from '~/composables/useObserving'
import { shortDay } from '~/composables/useWords'

/** What a teacher sees of a student today, without an assignment: a level by a tap or its key, and a note. */
const props = defineProps<{ studentId: string; standardId: string; scale: ProficiencyScale }>()
const emit = defineEmits<{ back: [] }>()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const id = () => observationId(classStore, props.studentId, props.standardId, today.value)
const present = computed(() => {
  void classStore.about(props.studentId)
  return classStore.get('observation', id())
})

const give = (level: string | null) => {
  const { studentId, standardId } = props
  observe(classStore, { studentId, standardId, day: today.value, level })
}
const { draft: note, keep } = useDraft(
  () => present.value.note,
  (text, sitting) =>
    void classStore.change('observe', [{ kind: 'observation', id: id(), to: { note: text } }], { sitting }),
)

const buttons = useTemplateRef('buttons')
/** A level by its key, while the keyboard is on the levels; then the hands go back. */
function typed(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.key.length !== 1) return
  const read = readLevel(props.scale, event.key)
  if ('refused' in read || read.level === null) return
  event.preventDefault()
  give(read.level)
  emit('back')
}
defineExpose({ focus: () => buttons.value?.focus() })
const noteId = computed(() => `seen-note-${jointId(props.studentId, props.standardId)}`)
</script>

<template>
  <fieldset>
    <legend class="label">Seen today, {{ shortDay(today) }} <kbd>o</kbd></legend>
    <div @keydown="typed" @keydown.esc="emit('back')">
      <LevelButtons
        ref="buttons"
        :levels="allowedLevels(scale)"
        :pressed="present.level"
        of="seen today"
        @choose="give(present.level === $event ? null : $event)"
      />
    </div>
    <template v-if="present.level !== null">
      <label class="label" :for="noteId">What was seen, for you</label>
      <input
        :id="noteId"
        v-model="note"
        class="field"
        maxlength="500"
        autocomplete="off"
        @blur="keep"
        @keydown.enter.prevent="(keep(), emit('back'))"
        @keydown.esc="emit('back')"
      />
    </template>
  </fieldset>
</template>

<style scoped>
.field {
  width: 100%;
  max-width: none;
}
</style>
