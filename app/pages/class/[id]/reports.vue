<script setup lang="ts">
import { reportNames, reports, type ReportColumn, type ReportName } from '#core/reports'
import type { List } from '#shared/list'
import type { PrintRequest } from '#shared/prints'
import { fileOfTable, handOver, type FileKind } from '~/sheet/files'
import { askFile } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { useClassAsOf } from '~/composables/useClassAsOf'
import { changeQuery, goTo, usePeriodQuery } from '~/composables/useGoTo'
import { counted, shortDay } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { cellWords, columnWords, reportWords } from '~/words/reports'

/** One place for everything of a class that is printed or saved as a file. */
const route = useRoute()
const classStore = useClassStore()
const { today, person } = storeToRefs(usePerson())
const base = computed(() => `/class/${String(route.params.id)}`)
const query = usePeriodQuery()

const chosen = computed(() => reportNames.find((name) => name === route.query.list) ?? null)
/** The day as of which a list is; empty for now. */
const day = computed(() => String(route.query.on ?? ''))
const { past, problem } = useClassAsOf(day)
const shown = computed(() => (day.value ? past.value : classStore.everything))
const table = computed(() =>
  chosen.value && shown.value && classStore.period
    ? reports[chosen.value](shown.value, classStore.period, day.value || today.value)
    : null,
)
const lookAt = (on: string) => changeQuery({ on: on || undefined })
/** As it is read and saved. */
const rows = computed(() => (table.value?.rows ?? []).map((row) => row.map(cellWords)))
const heads = computed(() => (table.value?.columns ?? []).map((column) => columnWords[column]))
const numbers: readonly ReportColumn[] = ['computed', 'grade', 'characters', 'percent', 'weight', 'count']
const isNumber = (column: ReportColumn) => numbers.includes(column)
const choose = (name: ReportName | null) => goTo({ query: { ...query.value, ...(name ? { list: name } : {}) } })
const title = computed(() => `${classStore.snapshot!.section.title}, ${reportWords[chosen.value!].title.toLowerCase()}`)
const under = computed(
  () =>
    `${classStore.period!.title}, ${classStore.snapshot!.section.school}, ${person.value?.name ?? ''}, as of ${shortDay(day.value || today.value)}.`,
)
const { problem: unsaved, busy, attempt } = useAttempt()
const save = (kind: FileKind | 'pdf') =>
  attempt(async () => {
    const file = `${title.value.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-')}.${kind}`
    handOver(await (kind === 'pdf' ? pdf() : fileOfTable([heads.value, ...rows.value], kind)), file)
  })
/** The list as it stands on the page. */
function pdf(): Promise<Blob> {
  const { columns } = table.value!
  const list: List = {
    ...{ title: title.value, under: under.value },
    columns: columns.map((column, at) => ({ head: heads.value[at]!, isNumber: isNumber(column) })),
    rows: rows.value.map((row) => row.map((cell, at) => (columns[at] === 'due' && cell ? shortDay(cell) : cell))),
  }
  return askFile('/api/list-pdf', 'application/pdf', { method: 'POST', body: list, patienceMs: 60_000 })
}
const kinds = ['pdf', 'csv', 'xlsx'] as const
const print = () => window.print()
/** The cards of this class, or of each student with every class that is taught here. */
const isAll = ref(false)
const whose = [
  { value: 'class' as const, words: 'this class' },
  { value: 'mine' as const, words: 'all my classes on one card' },
]
const of = computed<PrintRequest['of']>(() =>
  isAll.value ? { what: 'mine' } : { what: 'class', sectionId: classStore.snapshot!.section.id },
)

const papers = [
  {
    title: 'A teacher’s page each',
    what: 'Scores, grades, and your private notes, one page for each student. Not for families.',
    to: 'pages',
  },
  { title: 'The record', what: 'Every score of the term with its marks, and the results.', to: 'record' },
  { title: 'A blank sheet with names', what: 'For the clipboard.', to: 'blank' },
]
</script>

<template>
  <div v-if="classStore.period" class="view">
    <div class="tools">
      <template v-if="chosen">
        <button type="button" class="toggle" @click="choose(null)">
          <i class="pi pi-arrow-left" aria-hidden="true" /> All reports
        </button>
        <b>{{ reportWords[chosen].title }}</b>
        <span class="soft">{{ counted(rows.length, 'line') }}</span>
        <label class="row-of soft"
          >As of
          <input
            type="date"
            class="field"
            :value="day"
            :max="today"
            @change="lookAt(($event.target as HTMLInputElement).value)"
          />
        </label>
        <button v-if="day" type="button" class="chip" @click="lookAt('')">Now</button>
        <span class="right row-of">
          <Button label="Print" @click="print" />
          <span class="soft">Save as</span>
          <Button
            v-for="kind in kinds"
            :key="kind"
            :label="kind.toUpperCase()"
            :aria-label="`Save as ${kind.toUpperCase()}`"
            severity="secondary"
            :loading="busy && kind === 'pdf'"
            @click="save(kind)"
          />
        </span>
      </template>
      <span v-else class="soft">What is printed or saved of {{ classStore.period.title }}</span>
    </div>
    <div v-if="chosen && !table" class="paper">
      <Message v-if="problem" severity="error">{{ problem }}</Message>
      <p v-else class="soft" role="status">Reading the class as it was on {{ shortDay(day) }}</p>
    </div>
    <div v-else-if="chosen && table" class="paper" tabindex="0" role="region" :aria-label="reportWords[chosen].title">
      <h2>{{ title }}</h2>
      <p class="soft">{{ under }}</p>
      <Message v-if="unsaved" severity="error">{{ unsaved }}</Message>
      <table v-if="rows.length" class="ruled">
        <thead>
          <tr>
            <th
              v-for="(head, column) in heads"
              :key="head"
              scope="col"
              :class="{ number: isNumber(table.columns[column]!) }"
            >
              {{ head }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="at">
            <template v-for="(cell, column) in row" :key="column">
              <th v-if="column === 0" scope="row">{{ cell }}</th>
              <td v-else :class="{ number: isNumber(table.columns[column]!), day: table.columns[column] === 'due' }">
                {{ table.columns[column] === 'due' && cell ? shortDay(cell) : cell }}
              </td>
            </template>
          </tr>
        </tbody>
      </table>
      <p v-else>{{ reportWords[chosen].none }}</p>
    </div>
    <div v-else class="paper">
      <h2>Report cards</h2>
      <p class="soft">
        A card for each student of {{ classStore.period.title }}, with what families may see, in the district’s layout.
      </p>
      <PrintCards :of="of" :period-id="classStore.period.id">
        <ToggleRow label="Of" :value="isAll ? 'mine' : 'class'" :options="whose" @choose="isAll = $event === 'mine'" />
      </PrintCards>
      <h2>For families</h2>
      <ul>
        <li>
          <NuxtLink :to="{ path: `${base}/pages`, query: { ...query, as: 'family' } }">A family page each</NuxtLink>
          <span class="soft">Exactly what each family may see, one page each. No private notes.</span>
        </li>
      </ul>
      <h2>Lists</h2>
      <ul>
        <li v-for="name in reportNames" :key="name">
          <NuxtLink :to="{ query: { ...query, list: name } }">{{ reportWords[name].title }}</NuxtLink>
          <span class="soft">{{ reportWords[name].what }}</span>
        </li>
      </ul>
      <h2>For your desk</h2>
      <ul>
        <li v-for="each in papers" :key="each.to">
          <NuxtLink :to="{ path: `${base}/${each.to}`, query }">{{ each.title }}</NuxtLink>
          <span class="soft">{{ each.what }}</span>
        </li>
      </ul>
    </div>
    <MarginPanel><ClassNow /></MarginPanel>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.right {
  margin-left: auto;
  gap: 8px;
}
.paper {
  overflow: auto;
  padding: 10px 24px 30px;
  background: var(--sheet);
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0 16px;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 12px;
  align-items: center;
  justify-items: start;
}
table {
  border-collapse: collapse;
  margin-top: 8px;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  font-weight: 600;
  border-bottom: 1.5px solid var(--ai3);
}
.day {
  white-space: nowrap;
}
th.number,
td.number {
  text-align: right;
}
tbody th {
  white-space: nowrap;
}
@media print {
  .paper {
    overflow: visible;
    padding: 0;
  }
  tr {
    break-inside: avoid;
  }
}
h2 {
  margin: 16px 0 6px;
}
h2:first-child {
  margin-top: 0;
}
.paper > .soft {
  margin-bottom: 8px;
}
</style>
