<script setup lang="ts">
import { districtExchange, sendResponse, type DistrictClass } from '#shared/exchange'
import { fileOfTable, handOver } from '~/sheet/files'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { isUnderWay } from '~/composables/useExchangeRun'
import { counted, shortInstant } from '~/composables/useWords'
import { sayProblem } from '~/words/sentences/problems'

/** How the exchange of every class of the district stands, filtered, as a file, and sent for a class. */
const { problem, busy, attempt } = useAttempt()
const classes = shallowRef<DistrictClass[] | null>(null)
const school = ref('')
const search = ref('')
const state = ref('all')
const shownRows = ref(60)
const load = async () => void (classes.value = await ask('/api/exchange/district', districtExchange))
onMounted(() => attempt(load))

const states: Record<string, { words: string; has: (each: DistrictClass) => boolean }> = {
  all: { words: 'all classes', has: () => true },
  never: { words: 'never sent', has: (each) => !each.last },
  waits: { words: 'changed since sent', has: (each) => each.actsSince > 0 },
  refused: { words: 'something refused', has: (each) => each.refused > 0 },
  held: { words: 'waits for its teacher', has: (each) => each.held > 0 },
  undeclared: { words: 'nothing declared', has: (each) => each.declared.length === 0 },
}
const stateOptions = Object.entries(states).map(([value, { words }]) => ({ value, words }))
const schools = computed(() => [
  { value: '', words: 'all schools' },
  ...[...new Set((classes.value ?? []).map((each) => each.school))].map((name) => ({ value: name, words: name })),
])
const found = computed(() => {
  const words = search.value.trim().toLocaleLowerCase()
  return (classes.value ?? []).filter(
    (each) =>
      (!school.value || each.school === school.value) &&
      states[state.value]!.has(each) &&
      [each.title, ...each.teachers].some((text) => text.toLocaleLowerCase().includes(words)),
  )
})
watch([school, search, state], () => (shownRows.value = 60))

const send = (list: readonly DistrictClass[]) =>
  attempt(async () => {
    const body = { sectionIds: list.map((each) => each.sectionId) }
    const { not } = await ask('/api/exchange/send', sendResponse, { method: 'POST', body, patienceMs: 120_000 })
    const [first] = not
    if (first) problem.value = sayProblem(first.code, first.figures)
    await load()
  })
const { pause, resume } = useIntervalFn(() => void load().catch(() => {}), 2000, { immediate: false })
watch(
  () => classes.value?.some((each) => each.last && isUnderWay(each.last.state)) ?? false,
  (goesOn) => (goesOn ? resume() : pause()),
)

const lastWords = ({ last }: DistrictClass) =>
  !last
    ? 'never'
    : isUnderWay(last.state)
      ? 'under way'
      : `${last.state === 'done' ? '' : `${last.state}, `}${shortInstant(last.at)}`
async function download(): Promise<void> {
  const heads = [
    'School',
    'Class',
    'Teachers',
    'Held alike',
    'Changes since',
    'To decide',
    'Refused',
    'Declared',
    'Last sent',
  ]
  const rows = found.value.map((each) => [
    each.school,
    each.title,
    each.teachers.join('; '),
    ...[each.agreed, each.actsSince, each.held, each.refused].map(String),
    each.declared.join('; '),
    each.last ? each.last.at.toISOString() : '',
  ])
  handOver(await fileOfTable([heads, ...rows], 'csv'), 'exchange.csv')
}
</script>

<template>
  <section aria-labelledby="of-district">
    <h2 id="of-district">Classes of the district</h2>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template v-if="classes?.length">
      <div class="row-of">
        <ChipSelect v-model="school" label="Which school" :options="schools" beginning="" />
        <ChipSelect v-model="state" label="Which state" :options="stateOptions" beginning="all" />
        <input v-model="search" class="chip" placeholder="Class or teacher" aria-label="Find a class or teacher" />
        <span class="soft" role="status">{{ counted(found.length, 'class', 'classes') }}</span>
        <button type="button" class="chip" :disabled="!found.length" @click="download">CSV of these</button>
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th>School</th>
            <th>Class</th>
            <th>Teacher</th>
            <th class="number">Held alike</th>
            <th class="number">Changes since</th>
            <th class="number">To decide</th>
            <th class="number">Refused</th>
            <th>Declared</th>
            <th>Last sent</th>
            <th><span class="visually-hidden">Send</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in found.slice(0, shownRows)" :key="each.sectionId">
            <td class="soft">{{ each.school }}</td>
            <td>{{ each.title }}</td>
            <td class="soft">{{ each.teachers.join(', ') }}</td>
            <td class="number">{{ each.agreed }}</td>
            <td class="number">{{ each.actsSince }}</td>
            <td class="number" :class="{ warn: each.held }">{{ each.held }}</td>
            <td class="number" :class="{ warn: each.refused }">{{ each.refused }}</td>
            <td class="soft">{{ each.declared.join(', ') || 'none' }}</td>
            <td>
              <NuxtLink v-if="each.last" :to="`/exchange/${each.sectionId}?run=${each.last.runId}`">{{
                lastWords(each)
              }}</NuxtLink>
              <span v-else class="soft">never</span>
            </td>
            <td class="number">
              <button type="button" class="chip" :disabled="busy" @click="send([each])">
                Send<span class="visually-hidden"> {{ each.title }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="found.length > shownRows" type="button" class="chip" @click="shownRows += 200">
        Show more of {{ found.length }}
      </button>
    </template>
    <p v-else-if="classes" class="soft">No classes yet. Pull the roster first.</p>
    <p v-else-if="!problem" class="soft" role="status">Reading how the classes stand.</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  justify-items: start;
}
section[aria-labelledby] {
  max-width: 1060px;
}
table {
  width: 100%;
}
td:nth-last-child(-n + 3) {
  white-space: nowrap;
}
.row-of {
  gap: 6px;
  flex-wrap: wrap;
}
td {
  vertical-align: baseline;
}
</style>
