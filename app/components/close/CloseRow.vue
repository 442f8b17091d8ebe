<script setup lang="ts">
import { say } from '~/words/say'
import { rosterName } from '#core/section'
import type { CloseLine } from '~/composables/useClosing'
import { useDraft } from '~/composables/useDraft'

const props = defineProps<{ line: CloseLine; isGraded: boolean; chosen: boolean }>()
const emit = defineEmits<{ choose: []; write: [text: string, sitting: string]; search: [] }>()
const field = useTemplateRef('field')

const { draft, keep } = useDraft(
  () => props.line.remark,
  (text, sitting) => emit('write', text, sitting),
)
/** A stroke at the beginning of a word searches the bank; inside of one it is a stroke. */
function onKey(event: KeyboardEvent): void {
  const { selectionStart, value } = event.target as HTMLTextAreaElement
  if (event.key !== '/' || !/(^|\s)$/.test(value.slice(0, selectionStart))) return
  event.preventDefault()
  emit('search')
}
/** Writing goes on behind what is there. */
function focusEnd(): void {
  field.value?.focus({ preventScroll: true })
  field.value?.setSelectionRange(draft.value.length, draft.value.length)
}
defineExpose({ focusEnd })
const name = computed(() => rosterName(props.line.student))
</script>

<template>
  <tr :id="`line-${line.student.id}`" :class="{ chosen }" @click="emit('choose')">
    <th scope="row">
      {{ name }}<small>{{ line.student.pronouns ?? 'by name' }}</small>
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
      <small v-if="line.grade?.reported && line.grade.reported !== line.grade.effective"
        >reported {{ line.grade.reported.percent }} {{ line.grade.reported.label }}</small
      >
    </td>
    <td>
      <textarea
        ref="field"
        v-model="draft"
        rows="1"
        :aria-label="`Remark for ${name}`"
        :placeholder="chosen ? 'Write here, or choose from the bank' : ''"
        maxlength="4000"
        @focus="emit('choose')"
        @blur="keep"
        @keydown="onKey"
      />
      <p v-for="finding in line.findings" :key="finding.code" class="warn">{{ say(finding) }}</p>
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
