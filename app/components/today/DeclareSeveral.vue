<script setup lang="ts">
import type { TodayClass } from '#shared/today'
import { useAllSaved } from '~/composables/useAllSaved'
import { useBatch } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'
import { useToday } from '~/stores/today'
import { leftWords } from '~/words/closing'

/** Several classes are declared complete as one deed: each with what is left of it, and who gets what. */
type Line = TodayClass['closing'][number] & { of: TodayClass }
const props = defineProps<{ lines: readonly Line[] }>()
const emit = defineEmits<{ close: [] }>()
const today = useToday()
const { problem, busy, perform } = useBatch()
const { busy: waits, whenSaved } = useAllSaved(
  'Not declared: something is not saved yet. Declare again when it says Saved.',
)

const keyOf = ({ of, period }: Line) => `${of.id} ${period.id}`
/** Those with nothing left are chosen; the others can be. */
const chosen = ref(new Set(props.lines.filter((each) => leftWords(each).length === 0).map(keyOf)))
function turn(line: Line): void {
  const next = new Set(chosen.value)
  if (!next.delete(keyOf(line))) next.add(keyOf(line))
  chosen.value = next
}
const desired = computed(() => props.lines.filter((each) => chosen.value.has(keyOf(each))))
const cards = computed(() => desired.value.reduce((sum, each) => sum + each.students, 0))

async function declare(): Promise<void> {
  if (!(await whenSaved())) return
  const done = await perform(
    'declare',
    desired.value.map(({ of, period }) => ({
      scope: of.id,
      records: {},
      desired: [{ kind: 'declaration' as const, id: period.id, to: { declared: true } }],
    })),
  )
  if (!done) return
  emit('close')
  // What is shown stays until the day can be read again.
  await today.read()
}
</script>

<template>
  <Dialog visible modal header="Declare several classes" :style="{ width: '48rem' }" @update:visible="emit('close')">
    <p>
      The grades and remarks of each are kept as they are now, and go to the district with the next exchange. Any of
      them can be reopened with a reason.
    </p>
    <table class="plain" aria-label="Classes to declare">
      <tbody>
        <tr v-for="(each, at) in lines" :key="keyOf(each)">
          <td>
            <label class="row-of"
              ><input type="checkbox" :autofocus="at === 0" :checked="chosen.has(keyOf(each))" @change="turn(each)" />
              {{ each.of.title }}</label
            >
          </td>
          <td class="soft">{{ each.period.title }}, {{ counted(each.students, 'student') }}</td>
          <td :class="leftWords(each).length ? 'warn' : 'soft'">
            {{ leftWords(each).join(', ') || 'nothing is left' }}
          </td>
        </tr>
      </tbody>
    </table>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button
        :label="`Declare ${counted(desired.length, 'class', 'classes')}, ${counted(cards, 'card')}`"
        :disabled="waits || busy || !desired.length"
        :loading="waits || busy"
        @click="declare"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.row-of {
  gap: 8px;
  flex-wrap: nowrap;
  white-space: nowrap;
}
table {
  margin-top: 10px;
}
td:nth-child(2) {
  white-space: nowrap;
}
</style>
