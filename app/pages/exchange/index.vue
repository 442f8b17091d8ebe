<script setup lang="ts">
import type { z } from 'zod'
import { csvFaults, rosterResponse, runsResponse, type RosterResponse } from '#shared/exchange'

const today = useToday()
const { person } = storeToRefs(usePerson())
const busy = ref<'pull' | 'import' | null>(null)
const problem = ref('')
const faults = ref<z.infer<typeof csvFaults>>([])
const summary = ref<RosterResponse | null>(null)
const runs = ref<z.infer<typeof runsResponse>>([])
const file = useTemplateRef('file')

useHead({ title: 'Exchange · Yukata' })
const loadRuns = async () => (runs.value = await ask('/api/exchange/runs', runsResponse))
onMounted(() => Promise.all([loadRuns(), today.load()]).catch(say))

function say(error: unknown): void {
  if (!(error instanceof ApiProblem)) throw error
  problem.value = error.message
  faults.value = error.code === 'csv-faults' ? csvFaults.parse(error.detail) : []
}

async function get(kind: 'pull' | 'import', path: string, body?: FormData): Promise<void> {
  busy.value = kind
  problem.value = ''
  faults.value = []
  summary.value = null
  try {
    summary.value = await ask(path, rosterResponse, { method: 'POST', body })
    await Promise.all([loadRuns(), today.load()])
  } catch (error) {
    say(error)
  } finally {
    busy.value = null
  }
}

function importFile(): void {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const form = new FormData()
  form.append('file', chosen)
  void get('import', '/api/exchange/import', form).finally(() => file.value && (file.value.value = ''))
}

const parts = [
  ['classes', 'Classes'],
  ['students', 'Students'],
  ['enrolments', 'Enrolments'],
  ['periods', 'Grading periods'],
  ['courses', 'Courses'],
] as const
const titleOf = (id: string | null) => today.classes?.find((each) => each.id === id)?.title ?? 'A class'
const kinds = { push: 'Sent', roster: 'Roster pulled', import: 'Roster imported' }
const states = { running: 'under way', done: '', stopped: 'stopped', failed: 'broken off' }
</script>

<template>
  <main id="work" class="page">
    <h1>Exchange</h1>
    <section>
      <h2>Classes and students</h2>
      <p class="soft">
        Rosters, courses and grading periods come from the district. Nothing here is deleted by a pull, and no score is
        lost.
      </p>
      <div class="row-of buttons">
        <Button
          label="Pull from the district"
          :loading="busy === 'pull'"
          :disabled="busy !== null"
          @click="get('pull', '/api/exchange/roster')"
        />
        <Button
          label="Import a OneRoster zip"
          severity="secondary"
          :loading="busy === 'import'"
          :disabled="busy !== null"
          @click="file?.click()"
        />
        <input
          ref="file"
          type="file"
          accept=".zip,application/zip"
          class="visually-hidden"
          tabindex="-1"
          aria-label="OneRoster zip"
          @change="importFile"
        />
      </div>
      <Message v-if="problem" severity="error">{{ problem }}</Message>
      <table v-if="faults.length" class="plain faults">
        <thead>
          <tr>
            <th>File</th>
            <th class="number">Line</th>
            <th>Column</th>
            <th>What is wrong</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="fault in faults" :key="fault.file + fault.line + fault.column">
            <td>{{ fault.file }}</td>
            <td class="number">{{ fault.line }}</td>
            <td>{{ fault.column }}</td>
            <td>{{ fault.reason }}</td>
          </tr>
        </tbody>
      </table>
      <table v-if="summary" class="plain summary" aria-label="What the roster changed">
        <thead>
          <tr>
            <th />
            <th class="number">New</th>
            <th class="number">Changed</th>
            <th class="number">As before</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[part, words] in parts" :key="part">
            <td>{{ words }}</td>
            <td class="number">{{ summary[part].added }}</td>
            <td class="number">{{ summary[part].changed }}</td>
            <td class="number soft">{{ summary[part].same }}</td>
          </tr>
          <tr v-if="summary.ended">
            <td colspan="4">
              {{ counted(summary.ended, 'enrolment') }} ended, since the district no longer has
              {{ summary.ended === 1 ? 'it' : 'them' }}. Scores stay.
            </td>
          </tr>
        </tbody>
      </table>
    </section>

    <section v-if="person?.role === 'teacher'">
      <h2>Scores, grades and remarks</h2>
      <p class="soft">
        What is in the gradebook goes to the district, class by class. You see what will be sent before anything is.
      </p>
      <ul v-if="today.classes?.length" class="classes">
        <li v-for="each in today.classes" :key="each.id">
          <b class="flare">{{ each.meets || '·' }}</b><span>{{ each.title }}</span
          ><NuxtLink class="button second" :to="`/exchange/${each.id}`"
            >Compare<span class="visually-hidden"> {{ each.title }}</span></NuxtLink
          >
        </li>
      </ul>
      <p v-else class="soft said">No classes yet. Pull them first.</p>
    </section>

    <section>
      <h2>Past runs</h2>
      <table v-if="runs.length" class="plain">
        <tbody>
          <tr v-for="run in runs" :key="run.id">
            <td class="soft when">{{ shortInstant(run.startedAt) }}</td>
            <td class="what">
              {{ kinds[run.kind] }}<template v-if="run.sectionId">: {{ titleOf(run.sectionId) }}</template>
            </td>
            <td>{{ [run.summary, states[run.state]].filter(Boolean).join(', ') }}</td>
            <td class="number">
              <NuxtLink v-if="run.kind === 'push' && run.sectionId" :to="`/exchange/${run.sectionId}?run=${run.id}`"
                >Look</NuxtLink
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">None yet.</p>
    </section>
  </main>
</template>

<style scoped>
section {
  padding-top: 20px;
  max-width: 860px;
  display: grid;
  gap: 8px;
}
.buttons {
  gap: 8px;
  margin-top: 4px;
}
.summary {
  max-width: 480px;
}
.classes {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  max-width: 480px;
  border-top: 1.5px solid var(--ai3);
}
.classes li {
  display: grid;
  grid-template-columns: 30px 1fr auto;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.classes b {
  color: var(--ai4);
  font-size: 16px;
}
.when {
  width: 130px;
  white-space: nowrap;
}
.what {
  width: 260px;
}
</style>
