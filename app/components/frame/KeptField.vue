<script setup lang="ts">
import { useBeforeLeaving } from '~/composables/useBeforeLeaving'

/**
 * A field that keeps what is typed when it is left, once it can be read; what cannot be read stays in the field with the
 * reason under it, and nothing is kept.
 */
const props = defineProps<{
  value: string
  label: string
  read: (text: string) => { kept: string } | { problem: string }
  inputmode?: 'decimal' | 'text'
  maxlength?: number
  disabled?: boolean
  placeholder?: string
}>()
const emit = defineEmits<{ keep: [text: string] }>()
const draft = ref(props.value)
const problem = ref('')
const id = useId()

watch(
  () => props.value,
  (value) => (draft.value = value),
)

function keep(): void {
  const read = props.read(draft.value)
  problem.value = 'problem' in read ? read.problem : ''
  if (!('kept' in read)) return
  draft.value = read.kept
  if (read.kept !== props.value) emit('keep', read.kept)
}
useBeforeLeaving(() => draft.value !== props.value && keep())

/** Saves, and in a table goes on to the same field of the next row. */
function enter(event: KeyboardEvent): void {
  // The same press must not answer a question that the value raises.
  event.preventDefault()
  const { target } = event
  keep()
  const cell = (target as HTMLElement).closest('td')
  // A table can have a body for each row.
  const rows = [...(cell?.closest('table')?.rows ?? [])]
  for (const row of rows.slice(rows.indexOf(cell?.parentElement as HTMLTableRowElement) + 1)) {
    const below = row.cells[cell!.cellIndex]?.querySelector('input')
    if (!below || below.disabled) continue
    below.focus()
    return below.select()
  }
}
function takeBack(): void {
  draft.value = props.value
  problem.value = ''
}

/** What a page provides to have all its fields show again what is kept, as after a question was canceled. */
const reset = inject<Readonly<Ref<number>> | null>('kept-field-reset', null)
if (reset) watch(reset, takeBack, { flush: 'sync' })

const input = useTemplateRef('input')
defineExpose({
  /** Takes the keyboard, with what was typed so far; with nothing, what is there is selected, to be typed over. */
  begin(typed: string): void {
    const element = (input.value as unknown as { $el: HTMLInputElement }).$el
    if (typed) draft.value = typed
    element.focus()
    if (!typed) element.select()
  },
})
</script>

<template>
  <span class="kept">
    <InputText
      ref="input"
      :model-value="draft"
      :aria-label="label"
      :inputmode="inputmode ?? 'text'"
      :maxlength="maxlength"
      :disabled="disabled"
      :placeholder="placeholder"
      autocomplete="off"
      fluid
      :invalid="!!problem"
      :aria-describedby="id"
      @update:model-value="draft = $event ?? ''"
      @change="keep"
      @blur="keep"
      @keydown.enter="enter"
      @keydown.esc="takeBack"
    />
    <span :id="id" class="warn" role="alert">{{ problem }}</span>
  </span>
</template>

<style scoped>
.kept {
  display: block;
}
.warn:empty {
  display: none;
}
</style>
