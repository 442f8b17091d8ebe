<script setup lang="ts">
import { resolve } from '#core/remarks/bank'
import type { BankEntry } from '#core/remarks/bank-entry'
import { mended } from '#core/remarks/mend'
import { rosterName } from '#core/section'
import type { CloseLine } from '~/composables/useClosing'
import { useBankInText } from '~/composables/useBankInText'
import { shortDay } from '~/composables/useWords'
import { useDraft } from '~/composables/useDraft'
import { useClassStore } from '~/stores/class'
import { say } from '~/words/say'

/** One student of a period that is closed: the grade, and the remark where it is written. */
const props = defineProps<{ line: CloseLine; isGraded: boolean; chosen: boolean }>()
const emit = defineEmits<{ choose: []; write: [text: string, sitting: string]; step: [by: number] }>()
const classStore = useClassStore()
const field = useTemplateRef('field')

const { draft, keep } = useDraft(
  () => props.line.remark,
  (text, sitting) => emit('write', text, sitting),
  (text) => bank.withoutSearch(text),
)
const bank = useBankInText(() => props.line, draft, field)
const { isSearching, found, at, twiceCode } = bank
const marked = computed(() => (isSearching.value ? found.value[at.value] : undefined))

/** What the district office has closed can't be typed: nothing is written that can't be saved. */
const isClosed = computed(() => classStore.snapshot!.windows[classStore.period!.id]?.isClosed ?? false)
const statement = computed(() => classStore.get('statement', classStore.period!.id))
/** What the class's statement says of this student, where it stands on the card. */
const said = computed(() => {
  const { text, stands } = statement.value
  if (!text.trim() || (stands === 'where empty' && draft.value.trim())) return null
  return { text: resolve(text, props.line.student), isBefore: stands !== 'after' }
})
const mends = computed(() =>
  props.line.findings.map((finding) => ({ finding, next: mended(draft.value, finding, props.line.student) })),
)
function mend(next: string): void {
  draft.value = next
  focusEnd()
}

const STEPS: Partial<Record<string, number>> = { PageDown: 1, PageUp: -1 }
function onKey(event: KeyboardEvent): void {
  if (!isClosed.value && bank.onKey(event)) return event.preventDefault()
  const step = STEPS[event.key]
  if (step) {
    event.preventDefault()
    emit('step', step)
  } else if (event.key === 'Enter' && event.altKey) {
    event.preventDefault()
    mendFirst()
  }
}
/** What was written since is looked at first. */
function mendFirst(): void {
  keep()
  void nextTick(() => {
    const next = mends.value.find((each) => each.next !== null && each.next !== draft.value)?.next
    if (next != null) mend(next)
  })
}
function leave(): void {
  draft.value = bank.withoutSearch(draft.value)
  bank.close()
  keep()
}
/** Writing goes on behind what is there. */
function focusEnd(): void {
  void nextTick(() => {
    field.value?.focus({ preventScroll: true })
    field.value?.setSelectionRange(draft.value.length, draft.value.length)
  })
}
defineExpose({ focusEnd, insert: (entry: BankEntry) => bank.append(entry) })
const name = computed(() => rosterName(props.line.student))
</script>

<template>
  <tr :id="`line-${line.student.id}`" :class="{ chosen }" @click="emit('choose')">
    <th scope="row">
      {{ name }}<small>{{ line.student.pronouns ?? 'by name' }}<template v-if="!line.here">, left</template></small>
    </th>
    <td class="number">
      <template v-if="line.grade?.override">
        <s class="was">{{
          line.grade.computed ? `${line.grade.computed.percent} ${line.grade.computed.label}` : 'none'
        }}</s>
        <u class="pen">{{ line.grade.override.percent }} {{ line.grade.override.label }}</u>
        <small>{{ line.override.reason }}</small>
      </template>
      <template v-else-if="line.grade?.effective"
        ><b>{{ line.grade.effective.percent }}</b> {{ line.grade.effective.label }}</template
      >
      <span v-else-if="isGraded" class="soft">no grade</span>
      <LevelChips v-if="line.levels.length" :levels="line.levels" />
      <span v-else-if="!isGraded && !line.grade?.override" class="soft">no levels yet</span>
      <small v-if="line.override.incompleteUntil" class="incomplete"
        >incomplete until {{ shortDay(line.override.incompleteUntil) }}</small
      >
      <small v-if="line.grade?.reported && line.grade.reported !== line.grade.effective"
        >reported {{ line.grade.reported.percent }} {{ line.grade.reported.label }}</small
      >
    </td>
    <td class="remark">
      <p v-if="said?.isBefore" class="said">{{ said.text }}</p>
      <textarea
        ref="field"
        v-model="draft"
        rows="1"
        spellcheck="true"
        :aria-label="`Remark for ${name}`"
        :readonly="isClosed"
        :placeholder="chosen && !isClosed ? 'Write here; / searches the bank' : ''"
        maxlength="4000"
        :aria-controls="isSearching ? 'bank-here' : undefined"
        :aria-activedescendant="marked ? `here-${marked.id}` : undefined"
        @focus="emit('choose')"
        @blur="leave"
        @input="bank.onInput"
        @keydown="onKey"
      />
      <BankHere v-if="isSearching" :entries="found" :at="at" :student="line.student" @choose="bank.choose" />
      <p v-if="said && !said.isBefore" class="said">{{ said.text }}</p>
      <p v-if="twiceCode" class="warn" role="status">
        {{ twiceCode }} is in this remark already; once more puts it in twice
      </p>
      <p v-for="{ finding, next } in mends" :key="finding.code" class="warn">
        {{ say(finding)
        }}<button
          v-if="next !== null && next !== draft"
          type="button"
          class="chip"
          title="Alt Enter"
          @mousedown.prevent
          @click.stop="mend(next)"
        >
          Mend
        </button>
      </p>
      <div
        class="room"
        :class="{ over: line.findings.some((each) => each.code === 'remark.too-long') }"
        aria-hidden="true"
      >
        <i :style="{ width: `${line.room}%` }" />
      </div>
    </td>
  </tr>
</template>

<style scoped>
th,
td {
  vertical-align: top;
  padding: 6px 9px;
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
  font-weight: 400;
  text-align: left;
  height: 58px;
}
th {
  padding-left: 18px;
}
td.number {
  text-align: right;
}
.remark {
  position: relative;
}
small {
  display: block;
  color: var(--soft);
  font-size: 11.5px;
}
.was,
.pen {
  display: block;
}
.chosen > * {
  background: var(--row);
}
.chosen th {
  box-shadow: inset 3px 0 0 var(--ai5);
}
.said {
  margin: 0;
  color: var(--soft);
  line-height: 1.34;
}
.warn .chip {
  margin-left: 6px;
}
textarea {
  width: 100%;
  border: 0;
  background: none;
  padding: 0;
  resize: none;
  field-sizing: content;
  min-height: 18px;
  line-height: 1.34;
  display: block;
  border-radius: 3px;
}
textarea::placeholder {
  color: var(--soft);
}
.room {
  height: 3px;
  background: var(--ai1);
  border-radius: 2px;
  margin-top: 4px;
  overflow: hidden;
}
.chosen .room {
  background: var(--ai2);
}
.room i {
  display: block;
  height: 3px;
  background: var(--ai4);
}
.room.over i {
  background: var(--shu);
}
</style>
