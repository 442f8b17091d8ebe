<script setup lang="ts">
import type { Cell } from '#core/scores/cell'
import { useDraft } from '~/composables/useDraft'
import { noteReaders } from '~/words/notes'

/** The note of one score: Enter saves it and goes back to the cell, Esc undoes what was typed. */
const props = defineProps<{
  note: string
  noteFor: Cell['noteFor']
  /** Notes the teacher often writes, the most frequent first. */
  ready: readonly string[]
}>()
const emit = defineEmits<{ write: [note: string, sitting: string]; share: [noteFor: Cell['noteFor']]; back: [] }>()

const field = useTemplateRef('field')
const { draft, keep } = useDraft(
  () => props.note,
  (note, sitting) => emit('write', note, sitting),
)
const ready = computed(() => props.ready.slice(0, 4))

/** The note as it was when the field got the keyboard. */
let begun = props.note
const begin = () => void (begun = props.note)

function back(): void {
  keep()
  emit('back')
}
function cancel(): void {
  draft.value = begun
  back()
}
function insert(note: string): void {
  draft.value = [draft.value.trim(), note].filter(Boolean).join(' ')
  keep()
  field.value?.focus()
}
function onKey(event: KeyboardEvent): void {
  if (event.isComposing) return
  const number = event.altKey ? Number(/^Digit(\d)$/.exec(event.code)?.[1]) : NaN
  const note = ready.value[number - 1]
  if (note !== undefined) insert(note)
  else if (event.key === 'Escape') cancel()
  else if (event.key === 'Enter' && !event.shiftKey) back()
  else return
  event.preventDefault()
}

defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <label class="label" for="note">Note, {{ noteFor === 'family' ? 'shown to the family' : 'only for you' }}</label>
  <textarea
    id="note"
    ref="field"
    v-model="draft"
    class="note"
    rows="3"
    maxlength="2000"
    aria-describedby="note-keys"
    @focus="begin"
    @blur="keep"
    @keydown="onKey"
  />
  <p id="note-keys" class="soft small">Enter saves, Esc undoes what you typed.</p>
  <div v-if="ready.length" class="row-of ready" role="group" aria-label="Notes you often write">
    <button
      v-for="(each, at) in ready"
      :key="each"
      type="button"
      class="chip"
      :aria-keyshortcuts="`Alt+${at + 1}`"
      :title="`Insert (Alt+${at + 1})`"
      @click="insert(each)"
    >
      {{ each }}
    </button>
  </div>
  <ToggleRow label="Who reads the note" :value="noteFor" :options="noteReaders" @choose="emit('share', $event)" />
</template>

<style scoped>
.note {
  width: 100%;
  border: 1px solid var(--edge);
  border-radius: 7px;
  background: var(--field);
  padding: 6px 8px;
  min-height: 62px;
  resize: vertical;
  display: block;
}
.ready {
  margin-bottom: 5px;
}
p {
  margin: 3px 0 6px;
}
</style>
