<script setup lang="ts">
import { schemas } from '#core/kinds'
import type { StandardRecord } from '#core/proficiency/standard'
import { readNumber, readText } from '~/composables/useReaders'

/** Makes a standard or an area, or changes one. */
const props = defineProps<{
  given: Partial<StandardRecord>
  isNew: boolean
  areas: { id: string; words: string }[]
  habits?: boolean
}>()
const emit = defineEmits<{ keep: [to: Partial<StandardRecord>]; close: [] }>()

const code = ref(props.given.code ?? '')
const statement = ref(props.given.statement ?? '')
const parentId = ref(props.given.parentId ?? '')
const habit = ref(props.given.habit ?? false)
const reported = ref(props.given.reported ?? true)
const weight = ref(props.given.weight ?? '1')
const tried = ref(false)
const describe = (read: ReturnType<ReturnType<typeof readText>>) => ('problem' in read ? read.problem : '')
const { code: codeField, statement: statementField, weight: weightField } = schemas.standard.shape
const problems = computed(() => ({
  code: describe(readText(codeField)(code.value)),
  statement:
    code.value.trim() || statement.value.trim()
      ? describe(readText(statementField)(statement.value))
      : 'Give the standard a code or a statement.',
  weight: describe(readNumber(weightField)(weight.value)),
}))
const areaOptions = computed(() => [{ id: '', words: 'At the top' }, ...props.areas])
function keep(): void {
  tried.value = true
  if (Object.values(problems.value).some(Boolean)) return
  const read = readNumber(weightField)(weight.value)
  emit('keep', {
    ...{ code: code.value.trim(), statement: statement.value.trim(), parentId: parentId.value || null },
    ...{ habit: habit.value, reported: reported.value, weight: 'kept' in read ? read.kept : '1' },
    removed: false,
  })
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="isNew ? 'Add a standard' : 'Change a standard'"
    :style="{ width: '34rem' }"
    @update:visible="emit('close')"
  >
    <TextField v-model="code" label="Code" :maxlength="40" :problem="tried ? problems.code : ''" autofocus />
    <TextField v-model="statement" label="Statement" :maxlength="1000" :problem="tried ? problems.statement : ''" />
    <label class="label" for="standard-area">In</label>
    <Select
      v-model="parentId"
      input-id="standard-area"
      ariaLabel="In"
      :options="areaOptions"
      option-label="words"
      option-value="id"
      fluid
    />
    <TextField
      v-model="weight"
      label="Weighs in its area"
      inputmode="decimal"
      :problem="tried ? problems.weight : ''"
    />
    <label class="check"
      ><Checkbox v-model="reported" binary input-id="standard-reported" />Its level is on the card</label
    >
    <label v-if="habits" class="check"
      ><Checkbox v-model="habit" binary input-id="standard-habit" />A learning habit, with the scale of habits</label
    >
    <template #footer
      ><Button label="Close" severity="secondary" @click="emit('close')" /><Button label="Keep" @click="keep"
    /></template>
  </Dialog>
</template>
