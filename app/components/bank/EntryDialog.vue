<script setup lang="ts">
import { readDecimal } from '#core/number/decimal'
import { withAgreement } from '#core/remarks/agreement'
import { anybody, type BankEntryRecord, type Suits } from '#core/remarks/bank-entry'
import { triedOn } from '~/words/bank'

/** One entry of a comment bank, with how it reads for each way of speaking of a student. */
const props = defineProps<{ entry: BankEntryRecord | null; codes: readonly string[]; busy: boolean; problem: string }>()
const emit = defineEmits<{ close: []; keep: [to: Pick<BankEntryRecord, 'code' | 'topic' | 'text' | 'suits'>] }>()

const form = reactive({
  code: props.entry?.code ?? '',
  topic: props.entry?.topic ?? '',
  text: props.entry?.text ?? '',
  suits: { ...(props.entry?.suits ?? anybody) },
})
const tried = ref(false)
const ranges = [
  ['percentFrom', 'Grades from, in percent'],
  ['percentTo', 'to'],
  ['levelFrom', 'Levels from'],
  ['levelTo', 'to'],
] as const satisfies readonly [Exclude<keyof Suits, 'missing'>, string][]
const isNumber = (typed: string | null) => !typed || readDecimal(typed) !== null
const faults = computed(() => ({
  code: !form.code.trim()
    ? 'A code finds the entry by a few letters.'
    : props.codes.includes(form.code.trim().toLowerCase())
      ? 'Another entry of yours has this code.'
      : '',
  text: form.text.trim() ? '' : 'An entry needs a text.',
  suits: ranges.every(([name]) => isNumber(form.suits[name])) ? '' : 'Numbers, as 79.5, or nothing.',
}))

/** Placeholders that a click puts where one writes. */
const placeholders = ['{name}', '{They}', '{they}', '{them}', '{their}', '{theirs}', '{themself}', '{is|are}']
const text = useTemplateRef('text')
function put(placeholder: string): void {
  const field = text.value!
  const { selectionStart, selectionEnd } = field
  form.text = form.text.slice(0, selectionStart) + placeholder + form.text.slice(selectionEnd)
  const at = selectionStart + placeholder.length
  void nextTick(() => {
    field.focus()
    field.setSelectionRange(at, at)
  })
}
function keep(): void {
  tried.value = true
  if (Object.values(faults.value).some(Boolean)) return
  const read = (typed: string | null) => (typed ? readDecimal(typed) : null)
  const numbers = Object.fromEntries(ranges.map(([name]) => [name, read(form.suits[name])]))
  emit('keep', {
    code: form.code.trim(),
    topic: form.topic.trim(),
    text: withAgreement(form.text.trim()),
    suits: { ...form.suits, ...numbers },
  })
}
</script>

<template>
  <Dialog visible modal :header="entry ? `Entry ${entry.code}` : 'New entry'" @update:visible="emit('close')">
    <form id="bank-entry" @submit.prevent="keep">
      <div class="pair">
        <TextField v-model="form.code" label="Code" autofocus :maxlength="12" :problem="tried ? faults.code : ''" />
        <TextField v-model="form.topic" label="Topic" :maxlength="40" />
      </div>
      <div>
        <label class="label" for="entry-text">Text</label>
        <textarea
          id="entry-text"
          ref="text"
          v-model="form.text"
          class="field"
          rows="3"
          maxlength="1000"
          spellcheck="true"
          aria-describedby="entry-text-problem"
          @blur="form.text = withAgreement(form.text)"
        />
        <p id="entry-text-problem" class="warn" role="alert">{{ tried ? faults.text : '' }}</p>
        <div class="row-of" role="group" aria-label="Placeholders">
          <button v-for="each in placeholders" :key="each" type="button" class="chip" @click="put(each)">
            {{ each }}
          </button>
        </div>
        <p class="soft small">A verb in braces, as {explains}, is given its other form.</p>
      </div>
      <dl aria-label="How it reads">
        <template v-for="each in triedOn" :key="each.words">
          <dt>{{ each.words }}</dt>
          <dd><ResolvedEntry :text="withAgreement(form.text)" :student="each" /></dd>
        </template>
      </dl>
      <fieldset>
        <legend class="label">Suits, where it should be offered first</legend>
        <div class="row-of">
          <label v-for="[name, words] in ranges" :key="name" class="row-of"
            >{{ words }}
            <input v-model="form.suits[name]" class="field tiny" inputmode="decimal" :name="name" />
          </label>
          <label class="row-of"><input v-model="form.suits.missing" type="checkbox" /> missing work</label>
        </div>
        <p class="warn" role="alert">{{ tried ? faults.suits : '' }}</p>
      </fieldset>
    </form>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button type="submit" form="bank-entry" label="Keep" :loading="busy" />
    </template>
  </Dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
  width: min(600px, 84vw);
}
.pair {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 10px;
}
.row-of {
  gap: 6px;
  flex-wrap: wrap;
}
dl {
  display: grid;
  grid-template-columns: 62px 1fr;
  gap: 3px 8px;
  margin: 0;
  padding: 8px 10px;
  background: var(--row);
  border-radius: 7px;
  min-height: 92px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
.tiny {
  width: 58px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
</style>
