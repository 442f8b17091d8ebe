<script setup lang="ts">
import { blanks } from '#core/kinds'
import { blockNames, languages, type BlockName, type CardLayout } from '#core/report-card/layout'
import { headOf, type SchoolHead } from '#core/report-card/school-head'
import { cardsOfficeResponse, type CardsOffice } from '#shared/prints'
import { ask } from '~/composables/useApi'
import { useOffice } from '~/composables/useOffice'
import { blockWords, languageWords } from '~/words/cards'

/** How report cards look in the whole district, with one beside it as it would print; and the cards of a school. */
useHead({ title: 'Report cards · Yukata' })
const known = shallowRef<CardsOffice | null>(null)
const { problem, message, last, attempt, read, perform, undo, fail } = useOffice(
  () => ask('/api/card-layout', cardsOfficeResponse),
  (found) => (known.value = found),
  () => ({
    cardLayout: { district: known.value?.layout ?? blanks.cardLayout },
    schoolHead: known.value?.heads ?? {},
  }),
)
await attempt(read)
const layout = computed(() => known.value!.layout)
const set = (to: Partial<CardLayout>) =>
  perform(
    'card layout',
    [{ kind: 'cardLayout', id: 'district', to }],
    'Kept. Cards that are printed from now on look so.',
  )

/** The blocks that stand on the card, and then those that do not. */
const listed = computed<BlockName[]>(() => [
  ...layout.value.blocks,
  ...blockNames.filter((name) => !layout.value.blocks.includes(name)),
])
const isOn = (name: BlockName) => layout.value.blocks.includes(name)
const turn = (name: BlockName) =>
  set({ blocks: isOn(name) ? layout.value.blocks.filter((each) => each !== name) : [...layout.value.blocks, name] })
function move(name: BlockName, by: number): void {
  const blocks = [...layout.value.blocks]
  const at = blocks.indexOf(name)
  blocks.splice(at, 1)
  blocks.splice(at + by, 0, name)
  void set({ blocks })
}
const readLines = (text: string) => {
  const lines = Number(text.trim())
  return Number.isInteger(lines) && lines >= 2 && lines <= 24
    ? { kept: String(lines) }
    : { problem: 'Type a number of lines from 2 to 24.' }
}
const readSignatures = (text: string) => {
  const names = text.split(',').flatMap((each) => each.trim() || [])
  if (names.length > 3) return { problem: 'There is room for three signatures.' }
  return names.some((each) => each.length > 40)
    ? { problem: 'A signature has room for 40 characters.' }
    : { kept: names.join(', ') }
}
/** The school whose head is looked at; empty for all schools. */
const headOfSchool = ref('')
const shownHead = computed(() => headOf(layout.value, known.value!.heads[headOfSchool.value]))
const shownSchool = computed(() => known.value!.schools.find((each) => each.id === headOfSchool.value)?.name)
const keepHead = (id: string | null, to: Partial<SchoolHead>) =>
  id === null
    ? set(to)
    : perform('card layout', [{ kind: 'schoolHead', id, to }], 'Kept. Cards of the school that are printed look so.')

const schoolId = ref(known.value?.schools[0]?.id ?? null)
const periodId = ref(known.value?.periodId ?? null)
const of = computed(() => (schoolId.value ? { what: 'school' as const, schoolId: schoolId.value } : null))
</script>

<template>
  <main id="work" class="page">
    <h1>Report cards</h1>
    <p class="soft lead">
      One layout for the whole district, with each school’s own address and mark. What families may see of grades is
      each class’s plan; notes, drafts and reasons for the record are never on a card.
    </p>
    <OfficeState :problem="problem" :message="message" :can-undo="last.length > 0" @undo="undo" />
    <div v-if="known" class="sides">
      <div>
        <section>
          <h2>Paper and words</h2>
          <div class="row-of gap">
            <ToggleRow
              label="Paper"
              :value="layout.paper"
              :options="[
                { value: 'A4' as const, words: 'A4' },
                { value: 'Letter' as const, words: 'Letter' },
              ]"
              @choose="set({ paper: $event })"
            />
            <ToggleRow
              label="Language of the fixed words"
              :value="layout.language"
              :options="languages.map((value) => ({ value, words: languageWords[value] }))"
              @choose="set({ language: $event })"
            />
          </div>
        </section>
        <section>
          <h2>What stands on it</h2>
          <ol class="blocks">
            <li v-for="(name, at) in listed" :key="name" :class="{ out: !isOn(name) }">
              <label class="check"
                ><Checkbox :model-value="isOn(name)" binary @update:model-value="turn(name)" />{{
                  blockWords[name]
                }}</label
              >
              <span v-if="isOn(name)" class="row-of">
                <button
                  type="button"
                  class="chip"
                  :disabled="at === 0"
                  :aria-label="`${blockWords[name]} up`"
                  @click="move(name, -1)"
                >
                  <i class="pi pi-arrow-up" aria-hidden="true" />
                </button>
                <button
                  type="button"
                  class="chip"
                  :disabled="at === layout.blocks.length - 1"
                  :aria-label="`${blockWords[name]} down`"
                  @click="move(name, 1)"
                >
                  <i class="pi pi-arrow-down" aria-hidden="true" />
                </button>
              </span>
            </li>
          </ol>
        </section>
        <section class="named">
          <span class="label">Lines for the remark</span>
          <KeptField
            :value="String(layout.remarkLines)"
            label="Lines for the remark"
            class="figure"
            :read="readLines"
            @keep="set({ remarkLines: Number($event) })"
          />
          <span class="label">Who signs, with commas between</span>
          <KeptField
            :value="layout.signatures.join(', ')"
            label="Who signs"
            :read="readSignatures"
            @keep="set({ signatures: $event ? $event.split(', ') : [] })"
          />
        </section>
        <SchoolHeads v-model="headOfSchool" :known="known" @keep="keepHead" @refused="fail" />
        <section>
          <h2>The cards of a school</h2>
          <PrintCards :of="of" :period-id="periodId">
            <Select
              v-model="schoolId"
              :options="known.schools"
              option-label="name"
              option-value="id"
              ariaLabel="School"
              placeholder="School"
            />
            <Select
              v-model="periodId"
              :options="known.periods"
              option-label="title"
              option-value="id"
              ariaLabel="Grading period"
              placeholder="Grading period"
            />
          </PrintCards>
        </section>
      </div>
      <aside>
        <h2>As it prints</h2>
        <CardPreview :layout="layout" :school="shownSchool" :head="shownHead" />
      </aside>
    </div>
  </main>
</template>

<style scoped>
.lead {
  max-width: 44rem;
  margin-top: 4px;
}
.sides {
  display: grid;
  grid-template-columns: minmax(420px, 1fr) minmax(320px, 430px);
  gap: 28px;
  align-items: start;
}
.gap {
  gap: 14px;
  flex-wrap: wrap;
}
section {
  margin-top: 18px;
}
h2 {
  margin-bottom: 6px;
}
.blocks {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  max-width: 24rem;
}
.blocks li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 34px;
  border-bottom: 1px solid var(--hair);
}
.out {
  color: var(--soft);
}
@media (max-width: 1100px) {
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>
