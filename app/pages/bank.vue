<script setup lang="ts">
import { searchBank } from '#core/remarks/bank'
import { bankCsv } from '#core/formats/bank-csv'
import type { BankEntry, BankEntryRecord } from '#core/remarks/bank-entry'
import { focusMade } from '~/focus/made'
import { useBank } from '~/composables/useBank'
import { counted } from '~/composables/useWords'
import { usePerson } from '~/stores/person'
import { suitsWords, triedOn } from '~/words/bank'

/** What remarks are made of: the district's entries, and one's own. */
useHead({ title: 'Comment bank · Yukata' })
const bank = useBank()
await bank.attempt(bank.read)
const { person } = storeToRefs(usePerson())
const isOffice = computed(() => person.value?.role === 'registrar')

const typed = ref('')
const topic = ref('')
const whose = ref<'all' | 'mine' | 'district' | 'starred'>('all')
const whoseOptions = [
  { value: 'all' as const, words: 'everything' },
  { value: 'starred' as const, words: 'starred' },
  { value: 'mine' as const, words: 'my own' },
  { value: 'district' as const, words: 'the district’s' },
]
const read = ref<string>('as written')
const reading = ['as written', ...triedOn.map(({ words }) => words)].map((words) => ({
  value: words,
  words,
  says: `Entries ${words === 'as written' || words === 'by name' ? words : `for ${words}`}`,
}))
const tried = computed(() => triedOn.find(({ words }) => words === read.value))

const entries = computed(() => bank.known?.bank ?? [])
const topicOptions = computed(() => [
  { value: '', words: 'All topics' },
  ...[...new Set(entries.value.map((each) => each.topic))]
    .filter(Boolean)
    .toSorted()
    .map((value) => ({ value, words: value })),
])
const shown = computed(() =>
  searchBank(entries.value, typed.value).filter(
    (each) =>
      (!topic.value || each.topic === topic.value) &&
      (whose.value === 'all' || (whose.value === 'starred' ? each.starred : each.owner === whose.value)),
  ),
)
const usedWords = ({ id, code }: BankEntry) =>
  `${code} stands in ${counted(bank.known?.uses[id] ?? 0, 'remark')} of your classes`
const isMine = ({ owner }: BankEntry) => owner === (isOffice.value ? 'district' : 'mine')
const nextPlace = computed(() => Math.max(0, ...Object.values(bank.known?.own ?? {}).map((each) => each.place + 1)))

/** The entry that is written: its id, and what it begins with. */
const editing = ref<{ id: string; entry: BankEntryRecord | null } | null>(null)
const codesBeside = computed(() =>
  Object.entries(bank.known?.own ?? {}).flatMap(([id, each]) =>
    each.removed || id === editing.value?.id ? [] : each.code.toLowerCase(),
  ),
)
const write = (id: string = crypto.randomUUID()) => (editing.value = { id, entry: bank.known?.own[id] ?? null })
const copy = ({ code, topic: of, text, suits }: BankEntry) =>
  (editing.value = {
    id: crypto.randomUUID(),
    entry: { code, topic: of, text, suits: { ...suits }, place: nextPlace.value, removed: true },
  })
const busy = ref(false)
async function keep(to: Pick<BankEntryRecord, 'code' | 'topic' | 'text' | 'suits'>): Promise<void> {
  const { id, entry } = editing.value!
  const whole = { ...to, place: entry?.place ?? nextPlace.value, removed: false }
  busy.value = true
  const kept = await bank.perform('bank', [{ kind: 'bankEntry', id, to: whole }], `${to.code} is kept.`)
  busy.value = false
  if (!kept) return
  editing.value = null
  if (!entry || entry.removed) focusMade(id)
}
const retire = ({ id, code }: BankEntry) =>
  bank.perform(
    'bank',
    [{ kind: 'bankEntry', id, to: { removed: true } }],
    `${code} is retired. Remarks that have it stay.`,
  )
const star = ({ id, code, starred }: BankEntry) =>
  bank.perform(
    'bank',
    [{ kind: 'bankStar', id, to: { starred: !starred } }],
    `${code} is ${starred ? 'not starred any more' : 'starred'}.`,
  )

const file = useTemplateRef('file')
function exportCsv(): void {
  const url = URL.createObjectURL(new Blob([bankCsv(shown.value)], { type: 'text/csv;charset=utf-8' }))
  Object.assign(document.createElement('a'), { href: url, download: 'comment-bank.csv' }).click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}
</script>

<template>
  <main id="work" class="page">
    <h1>Comment bank</h1>
    <p class="soft lead">
      {{
        isOffice
          ? 'Every teacher of the district can choose from these. Retiring one changes no remark that has it.'
          : 'The district’s entries and your own. What you star comes first wherever you write a remark.'
      }}
    </p>
    <div class="row-of tools">
      <input
        v-model="typed"
        type="search"
        class="field search"
        placeholder="Any word or code"
        aria-label="Search the bank"
      />
      <ChipSelect v-if="topicOptions.length > 2" v-model="topic" label="Topic" :options="topicOptions" beginning="" />
      <ChipSelect v-if="!isOffice" v-model="whose" label="Which entries" :options="whoseOptions" beginning="all" />
      <ToggleRow label="How entries read" :value="read" :options="reading" @choose="read = $event" />
      <span class="right row-of">
        <Button label="New entry" @click="write()" />
        <Button label="Read a CSV" severity="secondary" @click="file?.choose()" />
        <Button label="Save as CSV" severity="secondary" :disabled="!shown.length" @click="exportCsv" />
      </span>
    </div>
    <p class="row-of said">
      <span class="small soft" role="status">{{ bank.message }}</span><button
        v-if="bank.last.length"
        type="button"
        class="chip"
        @click="bank.undo"
      >
        Undo
      </button>
    </p>
    <Message v-if="bank.problem && !editing" severity="error">{{ bank.problem }}</Message>
    <BringBank ref="file" :bank="bank" :next-place="nextPlace" />
    <table v-if="shown.length" class="plain">
      <thead>
        <tr>
          <th v-if="!isOffice" class="star"><span class="visually-hidden">Starred</span></th>
          <th class="code">Code</th>
          <th class="topic">Topic</th>
          <th>Text</th>
          <th class="suits">Suits</th>
          <th v-if="!isOffice" class="used number">Remarks</th>
          <th class="do"><span class="visually-hidden">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in shown" :key="each.id" :data-made="each.id">
          <td v-if="!isOffice" class="star">
            <StarButton :starred="each.starred" :code="each.code" @star="star(each)" />
          </td>
          <td class="code">{{ each.code }}</td>
          <td class="soft">{{ each.topic }}</td>
          <td>
            <ResolvedEntry v-if="tried" :text="each.text" :student="tried" /><template v-else>{{ each.text }}</template>
          </td>
          <td class="soft">{{ suitsWords(each.suits) }}</td>
          <td v-if="!isOffice" class="number soft" :title="usedWords(each)">{{ bank.known?.uses[each.id] ?? '' }}</td>
          <td class="do">
            <template v-if="isMine(each)">
              <button type="button" class="chip" :aria-label="`Change ${each.code}`" @click="write(each.id)">
                Change
              </button>
              <button type="button" class="chip" :aria-label="`Retire ${each.code}`" @click="retire(each)">
                Retire
              </button>
            </template>
            <button v-else type="button" class="chip" :aria-label="`Make ${each.code} my own`" @click="copy(each)">
              Make it mine
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <section v-else class="empty">
      <h2>{{ entries.length ? 'No entry fits' : 'No entries yet' }}</h2>
      <p>
        {{
          entries.length
            ? 'Look for other words, or look at everything.'
            : 'An entry is written once, with places for the name and pronouns, and reads right for every student.'
        }}
      </p>
    </section>
    <EntryDialog
      v-if="editing"
      :entry="editing.entry"
      :codes="codesBeside"
      :busy="busy"
      :problem="bank.problem"
      @close="editing = null"
      @keep="keep"
    />
  </main>
</template>

<style scoped>
.lead {
  max-width: 44rem;
  margin-top: 4px;
}
.tools {
  gap: 8px;
  margin: 12px 0 4px;
  padding-inline: 0;
  flex-wrap: wrap;
}
.search {
  width: 190px;
}
.right {
  margin-left: auto;
  gap: 8px;
}
.said {
  min-height: 26px;
  gap: 8px;
}
.star {
  width: 30px;
}
.code {
  width: 62px;
  font-weight: 600;
}
.topic {
  width: 110px;
}
.suits {
  width: 140px;
}
.used {
  width: 66px;
}
.do {
  width: 140px;
  text-align: right;
  white-space: nowrap;
}
.do .chip + .chip {
  margin-left: 4px;
}
td {
  vertical-align: baseline;
}
</style>
