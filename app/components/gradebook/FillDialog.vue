<script setup lang="ts">
import type { BlockEdit } from '#core/scores/block'
import { marks, type Mark } from '#core/scores/score'
import type { Foreseen, SheetCell } from '~/sheet/source-actions'
import { counted } from '~/composables/useWords'
import { noteReaders } from '~/words/notes'

/** Does one thing to a block of cells, shown before it is done. */
const props = defineProps<{
  cells: SheetCell[]
  /** All cells of the sheet, for what is done over the whole period. */
  all: SheetCell[]
  /** Notes the teacher often writes. */
  ready: readonly string[]
  /** The cells in words. */
  what: string
  first?: BlockEdit['do']
  foresee: (cells: readonly SheetCell[], edit: BlockEdit) => Foreseen
}>()
const emit = defineEmits<{ close: [] }>()

const doing = ref<BlockEdit['do']>(props.first ?? 'fill blanks')
const text = ref('')
const mark = ref<Mark>('missing')
/** The marks that *fill marked* fills. */
const filled = ref<Mark[]>(['missing'])
const scope = ref<'block' | 'period'>('block')
const note = ref('')
const noteFor = ref<'teacher' | 'family'>('teacher')

const kinds = [
  { value: 'fill blanks' as const, words: 'fill blanks' },
  { value: 'fill all' as const, words: 'fill all' },
  { value: 'fill marked' as const, words: 'fill marked' },
  { value: 'set mark' as const, words: 'set a mark' },
  { value: 'clear mark' as const, words: 'clear a mark' },
  { value: 'note' as const, words: 'same note' },
  { value: 'clear' as const, words: 'clear' },
]
/** Marks that can stand without a score. */
const fillable = marks.filter((mark) => mark !== 'excused')
const markOptions = marks.map((value) => ({ value, words: value }))

const edit = computed<BlockEdit | null>(() => {
  switch (doing.value) {
    case 'fill blanks':
    case 'fill all':
      return text.value.trim() ? { do: doing.value, text: text.value } : null
    case 'fill marked':
      return text.value.trim() && filled.value.length
        ? {
            do: 'fill marked',
            marks: filled.value,
            text: text.value,
            note: note.value.trim(),
            noteFor: noteFor.value,
          }
        : null
    case 'set mark':
    case 'clear mark':
      return { do: doing.value, mark: mark.value }
    case 'note':
      return { do: 'note', note: note.value.trim(), noteFor: noteFor.value }
    default:
      return { do: 'clear' }
  }
})
const cells = computed(() => (doing.value === 'fill marked' && scope.value === 'period' ? props.all : props.cells))
const outcome = computed(() => (edit.value ? props.foresee(cells.value, edit.value) : null))
const isNote = computed(() => doing.value === 'note' || doing.value === 'fill marked')
const scopes = [
  { value: 'block' as const, words: 'these cells' },
  { value: 'period' as const, words: 'all assignments shown' },
]

/** One column needs no name on every line. */
const oneColumn = computed(() => new Set(cells.value.map(([, columnId]) => columnId)).size === 1)
const lines = computed(() => outcome.value?.lines ?? [])

// Fast hands type on while the dialog opens: that goes into its field, and never into the sheet behind it.
const early = useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (event.key === 'Escape' || document.activeElement?.closest('[role=dialog]')) return early()
    if (event.key.length === 1 && !event.ctrlKey && !event.metaKey)
      (doing.value === 'note' ? note : text).value += event.key
    event.preventDefault()
    event.stopPropagation()
  },
  { capture: true },
)

function perform(): void {
  if (lines.value.length === 0) return
  outcome.value!.perform()
  emit('close')
}
</script>

<template>
  <Dialog visible modal header="Fill" :style="{ width: '34rem' }" @update:visible="emit('close')">
    <form @submit.prevent="perform">
      <p class="soft">{{ what }}</p>
      <ToggleRow class="kinds" label="What is done" :value="doing" :options="kinds" @choose="doing = $event" />
      <TextField
        v-if="doing === 'fill blanks' || doing === 'fill all' || doing === 'fill marked'"
        v-model="text"
        class="text"
        label="With, typed as in a cell"
        inputmode="decimal"
        autofocus
        :problem="lines.length ? '' : outcome?.refused[0]"
      />
      <ToggleRow
        v-else-if="doing === 'set mark' || doing === 'clear mark'"
        label="Mark"
        :value="mark"
        :options="markOptions"
        @choose="mark = $event"
      />
      <template v-if="doing === 'fill marked'">
        <fieldset class="row-of which">
          <legend class="label">Cells marked</legend>
          <label v-for="each in fillable" :key="each" class="beside"
            ><Checkbox v-model="filled" :value="each" :input-id="`fill-${each}`" /><span>{{ each }}</span></label
          >
        </fieldset>
        <ToggleRow label="Where" :value="scope" :options="scopes" @choose="scope = $event" />
      </template>
      <template v-if="isNote">
        <label class="label" for="fill-note">{{
          doing === 'note' ? 'Note' : 'Reason, added to the note (optional)'
        }}</label>
        <Textarea id="fill-note" v-model="note" rows="2" maxlength="2000" fluid :autofocus="doing === 'note'" />
        <div v-if="ready.length" class="row-of ready" role="group" aria-label="Notes you often write">
          <button v-for="each in ready.slice(0, 4)" :key="each" type="button" class="chip" @click="note = each">
            {{ each }}
          </button>
        </div>
        <ToggleRow label="Who reads the note" :value="noteFor" :options="noteReaders" @choose="noteFor = $event" />
      </template>
      <p v-if="doing === 'fill blanks'" class="soft small after">
        Students with a score or a mark, or who weren’t enrolled then, are skipped.
      </p>
      <div v-if="lines.length" class="boxed list">
        <table class="ruled" aria-label="Before and after">
          <tbody>
            <tr v-for="line in lines" :key="line.id">
              <th scope="row">{{ oneColumn ? line.student : `${line.student}, ${line.assignment}` }}</th>
              <td class="soft">{{ line.before }}</td>
              <td>{{ line.after }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="outcome?.refused.length && lines.length" class="warn">
        {{ counted(outcome.refused.length, 'cell') }} left as they are: {{ outcome.refused[0] }}
      </p>
      <p v-else-if="outcome && !lines.length && !outcome.refused.length" class="soft">Nothing would change.</p>
      <div class="row-of foot">
        <Button type="button" label="Cancel" severity="secondary" @click="emit('close')" />
        <Button
          type="submit"
          :label="lines.length ? `Change ${counted(lines.length, 'cell')}` : 'Change'"
          :disabled="!lines.length"
        />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.kinds {
  margin: 10px 0;
}
.which {
  gap: 4px 14px;
  border: 0;
  padding: 0;
  margin: 8px 0;
}
.ready {
  margin: 5px 0;
}
.text {
  max-width: 220px;
}
.after {
  margin-top: 6px;
}
.list {
  max-height: 260px;
  margin-top: 10px;
}
td {
  width: 27%;
}
td:last-child {
  font-weight: 600;
}
.foot {
  justify-content: flex-end;
  margin-top: 14px;
  gap: 6px;
}
</style>
