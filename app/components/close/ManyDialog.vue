<script setup lang="ts">
import { jointId } from '#core/kind'
import { joined, isIn, resolve } from '#core/remarks/bank'
import { readDecimal, thousandths } from '#core/number/decimal'
import { useJoinedBy } from '~/composables/useBankInText'
import { useClassBank } from '~/composables/useClassBank'
import type { CloseLine } from '~/composables/useClosing'
import { counted } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'

/** The same for many: who, what, and how each remark reads then, before anything is kept. */
const props = defineProps<{ lines: readonly CloseLine[] }>()
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const { entries, find } = useClassBank()
const joinedBy = useJoinedBy()

const text = ref('')
const typed = ref('')
const found = computed(() =>
  typed.value.trim() ? find(typed.value, { percent: null, levels: [], missing: 0 }).slice(0, 6) : [],
)
const who = ref<'all' | 'no remark' | 'missing' | 'grades' | 'levels'>('all')
const from = ref('')
const to = ref('')
const groups = [
  { value: 'all' as const, words: 'everybody' },
  { value: 'no remark' as const, words: 'no remark yet' },
  { value: 'missing' as const, words: 'missing work' },
  { value: 'grades' as const, words: 'by grade' },
  { value: 'levels' as const, words: 'by level' },
]
const isWithin = (value: string): boolean => {
  const [low, high] = [readDecimal(from.value), readDecimal(to.value)]
  return (
    (low === null || thousandths(value) >= thousandths(low)) &&
    (high === null || thousandths(value) <= thousandths(high))
  )
}
const fits: Record<typeof who.value, (line: CloseLine) => boolean> = {
  all: () => true,
  'no remark': (line) => !line.remark.trim(),
  missing: ({ facts }) => facts.missing > 0,
  grades: ({ facts }) => facts.percent !== null && isWithin(facts.percent),
  levels: ({ facts }) => facts.levels.some(isWithin),
}
const left = reactive(new Set<string>())
const chosen = computed(() => props.lines.filter((line) => line.here && fits[who.value](line)))
/** Each as it would be; who has it already is left as they are. */
const outlook = computed(() =>
  text.value.trim()
    ? chosen.value.map(({ student, remark }) => ({
        student,
        present: remark,
        added: resolve(text.value.trim(), student),
        has: isIn(remark, text.value.trim(), student),
      }))
    : [],
)
const reached = computed(() => outlook.value.filter(({ has, student }) => !has && !left.has(student.id)))
function keep(): void {
  const periodId = classStore.period!.id
  classStore.change(
    'remark',
    reached.value.map(({ student, present, added }) => ({
      kind: 'remark' as const,
      id: jointId(student.id, periodId),
      to: { text: joined(present, added, joinedBy.value) },
    })),
  )
  emit('close')
}
const toggle = (id: string) => void (left.has(id) ? left.delete(id) : left.add(id))
</script>

<template>
  <Dialog visible modal header="The same for many" :style="{ width: '46rem' }" @update:visible="emit('close')">
    <form id="many" class="form" @submit.prevent="keep">
      <textarea
        v-model="text"
        class="field"
        rows="2"
        maxlength="1000"
        spellcheck="true"
        autofocus
        aria-label="What is said of each"
        placeholder="Words of your own, with {name} and {their}, or an entry of the bank"
      />
      <div v-if="entries.length">
        <input v-model="typed" type="search" class="field" placeholder="Search the bank" aria-label="Search the bank" />
        <ul v-if="found.length" class="found">
          <li v-for="each in found" :key="each.id">
            <button type="button" class="chip" @click="((text = each.text), (typed = ''))">{{ each.code }}</button>
            {{ each.text }}
          </li>
        </ul>
      </div>
      <div class="row-of">
        <ToggleRow label="Who" :value="who" :options="groups" @choose="who = $event" />
        <template v-if="who === 'grades' || who === 'levels'">
          <label class="row-of">from <input v-model="from" class="field tiny" inputmode="decimal" /></label>
          <label class="row-of">to <input v-model="to" class="field tiny" inputmode="decimal" /></label>
        </template>
      </div>
      <p role="status">
        {{ text.trim() ? `${counted(reached.length, 'remark')} would change.` : counted(chosen.length, 'student') }}
      </p>
      <RemarkOutlook v-if="outlook.length" :lines="outlook" :left="left" @toggle="toggle" />
    </form>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button
        type="submit"
        form="many"
        :label="`Put it on ${counted(reached.length, 'remark')}`"
        :disabled="!reached.length"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  padding-top: 3px;
}
.found {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.row-of {
  gap: 6px;
  flex-wrap: wrap;
}
.tiny {
  width: 58px;
}
</style>
