<script setup lang="ts">
import { readBankCsv, type BankFault } from '#core/formats/bank-csv'
import type { BankEntryRecord } from '#core/remarks/bank-entry'
import type { Bank } from '~/composables/useBank'
import { counted } from '~/composables/useWords'
import { say } from '~/words/say'

/** Takes entries in from a CSV: what it would change is said before it is kept. */
const props = defineProps<{ bank: Bank; nextPlace: number }>()
const chooser = useTemplateRef('chooser')
const faults = ref<BankFault[]>([])
const brought = shallowRef<{ id: string; isNew: boolean; to: Partial<BankEntryRecord> }[]>([])
const newOnes = computed(() => brought.value.filter((each) => each.isNew).length)
const FAULTS_SHOWN = 8

async function bring(): Promise<void> {
  const file = chooser.value?.files?.[0]
  if (!file) return
  const found = readBankCsv(await file.text())
  chooser.value!.value = ''
  faults.value = 'faults' in found ? found.faults : []
  brought.value = 'faults' in found ? [] : found.entries.map(placed)
}
/** An entry with a code that is there takes the place of that one. */
function placed(entry: Omit<BankEntryRecord, 'place' | 'removed'>, at: number) {
  const known = Object.entries(props.bank.known?.own ?? {}).find(
    ([, each]) => !each.removed && each.code.toLowerCase() === entry.code.toLowerCase(),
  )
  const place = known?.[1].place ?? props.nextPlace + at
  return { id: known?.[0] ?? crypto.randomUUID(), isNew: !known, to: { ...entry, place, removed: false } }
}
async function keep(): Promise<void> {
  const desired = brought.value.map(({ id, to }) => ({ kind: 'bankEntry' as const, id, to }))
  const words = `${counted(desired.length, 'entry', 'entries')} came in.`
  if (await props.bank.perform('bank', desired, words)) brought.value = []
}
defineExpose({ choose: () => chooser.value?.click() })
</script>

<template>
  <input
    ref="chooser"
    type="file"
    accept=".csv,text/csv"
    class="visually-hidden"
    tabindex="-1"
    aria-label="Comment bank as CSV"
    @change="bring"
  />
  <Message v-if="faults.length" severity="error">
    Nothing was changed.
    <div v-for="fault in faults.slice(0, FAULTS_SHOWN)" :key="`${fault.line} ${fault.reason.code}`">
      Line {{ fault.line }}: {{ say(fault.reason) }}
    </div>
    <div v-if="faults.length > FAULTS_SHOWN">and {{ faults.length - FAULTS_SHOWN }} more</div>
  </Message>
  <section v-if="brought.length" aria-label="What the file would change">
    <p role="status">
      {{ counted(newOnes, 'new entry', 'new entries') }}; {{ brought.length - newOnes }} with a code that is here
      {{ brought.length - newOnes === 1 ? 'takes its' : 'take their' }} place.
    </p>
    <div class="row-of">
      <Button label="Keep them" @click="keep" />
      <Button label="Leave them" severity="secondary" @click="brought = []" />
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  margin-bottom: 10px;
}
.row-of {
  gap: 8px;
}
</style>
