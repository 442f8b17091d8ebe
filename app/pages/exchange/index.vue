<script setup lang="ts">
import { sayRun } from '~/words/sentences/runs'
import type { z } from 'zod'
import { runsResponse, type RunKind, type RunState } from '#shared/runs'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { ApiProblem, ask } from '~/composables/useApi'
import { useRosterRun } from '~/composables/useRosterRun'
import { shortInstant } from '~/composables/useWords'

const today = useToday()
const { person } = storeToRefs(usePerson())
const runs = ref<z.infer<typeof runsResponse>>([])
const file = useTemplateRef('file')
const roster = useTemplateRef('roster')
const what = ref<'pull' | 'import' | null>(null)

useHead({ title: 'Exchange · Yukata' })
const { run, problem, busy, items, next, look, more, begin, tell } = useRosterRun(
  () => void Promise.all([loadRuns(), today.load()]).catch(say),
)
const loadRuns = async () => void (runs.value = await ask('/api/exchange/runs', runsResponse))
onMounted(() => Promise.all([loadRuns().then(lookAtOpen), today.load()]).catch(say))

/** A run that is under way, or asks, is looked at by itself. */
function lookAtOpen(): void {
  const open = runs.value.find((each) => !isOfClass(each.kind) && ['running', 'asking'].includes(each.state))
  if (open) void look(open.id)
}

function say(error: unknown): void {
  if (!(error instanceof ApiProblem)) throw error
  problem.value = error.message
}

function start(kind: 'pull' | 'import', path: string, body?: FormData): void {
  what.value = kind
  void begin(path, body).finally(() => (what.value = null))
}

function importFile(): void {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const form = new FormData()
  form.append('file', chosen)
  start('import', '/api/exchange/import', form)
  file.value!.value = ''
}

/** Shows a past run in the place of the present one. */
function show(id: string): void {
  void look(id).then(() => nextTick(() => roster.value?.focus()))
}

const isUnderWay = computed(() => busy.value || run.value?.state === 'running')
const titleOf = (id: string | null) => today.classes?.find((each) => each.id === id)?.title ?? 'A class'
const isOfClass = (kind: RunKind) => kind === 'push' || kind === 'pull'
const kinds = { push: 'Sent', pull: 'From the classroom app', roster: 'Roster pulled', import: 'Roster imported' }
const states: Partial<Record<RunState, string>> = {
  queued: 'waits',
  running: 'under way',
  asking: 'waits for your answer',
  done: '',
  stopped: 'stopped',
  failed: 'broken off',
  'taken back': 'taken back',
}
</script>

<template>
  <main id="work" class="page">
    <h1>Exchange</h1>
    <section>
      <h2>Classes and students</h2>
      <p class="soft">
        Rosters, courses and grading periods come from the district. Nothing here is deleted by a pull, and no score is
        lost.
        {{
          person?.role === 'teacher'
            ? 'A file makes classes of your own, beside the district’s, which only you see.'
            : 'Each night everything is pulled; a pull of what changed ends no enrolment that the district only left out.'
        }}
      </p>
      <div class="row-of buttons">
        <Button
          v-if="person?.role === 'registrar'"
          label="Pull what changed"
          :loading="what === 'pull'"
          :disabled="isUnderWay"
          @click="start('pull', '/api/exchange/roster?what=changed')"
        />
        <Button
          :label="person?.role === 'registrar' ? 'Pull everything' : 'Pull my classes from the district'"
          :severity="person?.role === 'registrar' ? 'secondary' : undefined"
          :loading="what === 'pull'"
          :disabled="isUnderWay"
          @click="start('pull', '/api/exchange/roster')"
        />
        <Button
          label="Import a OneRoster zip"
          severity="secondary"
          :loading="what === 'import'"
          :disabled="isUnderWay"
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
      <h3 v-if="run" ref="roster" tabindex="-1" class="soft">
        {{ kinds[run.kind] }}, {{ shortInstant(run.startedAt) }}
      </h3>
      <RosterRunCard
        v-if="run"
        :run="run"
        :items="items"
        :more="next !== null"
        :busy="busy"
        @tell="tell"
        @more="more()"
      />
    </section>

    <section v-if="person?.role === 'teacher'">
      <h2>Scores, grades and remarks</h2>
      <p class="soft">
        What is in the gradebook goes to the district. Compare shows both sides of everything before anything is sent.
      </p>
      <WaitingClasses @sent="loadRuns" />
    </section>
    <DistrictClasses v-if="person?.role === 'registrar'" />
    <ConnectionList v-if="person?.role === 'registrar'" />

    <section>
      <h2>Past runs</h2>
      <table v-if="runs.length" class="plain">
        <tbody>
          <tr v-for="past in runs" :key="past.id">
            <td class="soft when">{{ shortInstant(past.startedAt) }}</td>
            <td class="what">
              {{ kinds[past.kind] }}<template v-if="past.sectionId">: {{ titleOf(past.sectionId) }}</template>
            </td>
            <td>{{ [sayRun(past.outcome, isOfClass(past.kind)), states[past.state]].filter(Boolean).join(', ') }}</td>
            <td class="number">
              <NuxtLink
                v-if="isOfClass(past.kind) && past.sectionId"
                :to="`/exchange/${past.kind === 'pull' ? 'pull/' : ''}${past.sectionId}?run=${past.id}`"
                >Look</NuxtLink
              ><button v-else type="button" class="chip" @click="show(past.id)">
                Look<span class="visually-hidden"> at what it did</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">None yet.</p>
    </section>
    <RememberedChoices v-if="person?.role === 'teacher'" :title-of="titleOf" />
  </main>
</template>

<style scoped>
section {
  padding-top: 20px;
  max-width: 900px;
  display: grid;
  gap: 8px;
}
.buttons {
  gap: 8px;
  margin-top: 4px;
}
h3:focus {
  outline: none;
}
.when {
  width: 130px;
  white-space: nowrap;
}
.what {
  width: 260px;
}
</style>
