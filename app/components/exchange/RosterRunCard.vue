<script setup lang="ts">
import { sayRun } from '~/words/sentences/runs'
import { say } from '~/words/say'
import type { RosterItem, RosterRun } from '#shared/roster-runs'
import { shortDay, counted } from '~/composables/useWords'

/** One run of a roster: how far it is, what it asks, what it found odd, and what it did, by name. */
const props = defineProps<{ run: RosterRun; items: readonly RosterItem[]; more: boolean; busy: boolean }>()
const emit = defineEmits<{ tell: [what: 'go-on' | 'stop' | 'take-back']; more: [] }>()

const found = computed(() => props.run.found)
const parts = [
  ['classes', 'Classes'],
  ['students', 'Students'],
  ['enrolments', 'Enrolments'],
  ['teachers', 'Teachers'],
  ['periods', 'Grading periods'],
  ['courses', 'Courses'],
] as const
const share = computed(() => (props.run.total ? Math.floor((100 * props.run.done) / props.run.total) : 0))

const listedWords = {
  rehired: 'came back under another id and is the same person here.',
  released: 'has left; the e-mail address went to whom the roster gives it.',
  'address-held': 'was taken in without an e-mail address: somebody here has it. Correct it at the district.',
  'address-twice': 'was taken in without an e-mail address: somebody else in the roster has it too.',
  'no-role': 'was passed over: neither the files nor the records say whether a teacher or a student.',
} as const
const partWords: Record<RosterItem['part'], string> = {
  orgs: 'school',
  periods: 'period',
  courses: 'course',
  classes: 'class',
  teachers: 'teacher',
  students: 'student',
  teaching: 'teaching',
  enrolments: 'enrolment',
}
type Person = NonNullable<RosterRun['found']['people']>[number]
const peopleWords: Record<Person['what'], (each: Person) => string> = {
  joined: ({ to }) => `comes into ${to}`,
  left: ({ from }) => `leaves ${from}`,
  moved: ({ from, to }) => `moves from ${from} to ${to}`,
  renamed: ({ to }) => `is called ${to} from now on`,
  merged: ({ from, to }) => `is the same person as ${to}, in ${from}`,
}
const scoreWords = ({ what, scores, from }: Person) => {
  if (!scores) return ''
  const stay = `${counted(scores, 'score')} in ${from} ${scores === 1 ? 'stays' : 'stay'}`
  if (what === 'left') return `${stay}, and what is due later does not count`
  return what === 'moved' ? `${stay}; the new class offers to bring them over` : `${stay} in a row of their own`
}
const oddWords = ({ code, titles, firstDay, lastDay }: NonNullable<RosterRun['found']['oddities']>[number]) =>
  code === 'gap'
    ? `Between ${titles[0]} and ${titles[1]}, ${shortDay(firstDay)} to ${shortDay(lastDay)} is in no period.`
    : `${titles[0]} and ${titles[1]} both hold ${shortDay(firstDay)} to ${shortDay(lastDay)}.`
</script>

<template>
  <div class="run">
    <template v-if="run.state === 'running'">
      <p role="status">
        {{ run.total ? `${run.done} of ${run.total} read` : 'Reading' }}. You can leave this page; it goes on.
      </p>
      <ProgressBar :value="share" :show-value="false" :pt="{ root: { 'aria-label': 'How far the roster is' } }" />
      <button type="button" class="chip stop" @click="emit('tell', 'stop')">Stop</button>
    </template>
    <template v-else-if="run.state === 'asking'">
      <Message v-if="found.asks?.length" severity="warn">
        This roster would end the enrolment of many students, or switch off many teachers. If it is only a part of the
        whole, stop here; nothing has been changed yet.
      </Message>
      <table v-if="found.asks?.length" class="plain">
        <thead>
          <tr>
            <th>From</th>
            <th class="number">Would leave</th>
            <th>Who</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(each, at) in found.asks" :key="at">
            <td>{{ each.what.part === 'class' ? each.what.title : 'Teachers, who could sign in no more' }}</td>
            <td class="number">{{ each.ends }} of {{ each.of }}</td>
            <td class="names">
              {{ each.names.join(', ') }}<template v-if="each.ends > each.names.length"> and others</template>
            </td>
          </tr>
        </tbody>
      </table>
      <template v-if="found.people?.length">
        <p role="status">{{ counted(found.people.length, 'change') }} by name. Nothing is kept before you say so.</p>
        <table class="plain" aria-label="Who comes and goes">
          <tbody>
            <tr v-for="(each, at) in found.people" :key="at">
              <td>{{ each.name }}</td>
              <td>{{ peopleWords[each.what](each) }}</td>
              <td class="soft">{{ scoreWords(each) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <div v-if="found.asks?.length" class="row-of buttons">
        <Button label="Leave it as it is" :disabled="busy" @click="emit('tell', 'stop')" />
        <Button label="They have left: go on" severity="secondary" :disabled="busy" @click="emit('tell', 'go-on')" />
      </div>
      <div v-else class="row-of buttons">
        <Button label="Keep these changes" :disabled="busy" @click="emit('tell', 'go-on')" />
        <Button label="Leave it as it is" severity="secondary" :disabled="busy" @click="emit('tell', 'stop')" />
      </div>
    </template>
    <Message v-else-if="run.state === 'failed'" severity="error">{{ sayRun(run.outcome, false) }}</Message>
    <p v-else-if="run.state === 'taken back'" role="status">Taken back, as far as it still was as the run left it.</p>
    <p v-else-if="run.state === 'stopped'" role="status">Stopped. {{ sayRun(run.outcome, false) }}</p>

    <div v-if="run.canGoOn && run.state === 'failed'" class="row-of">
      <button type="button" class="chip" :disabled="busy" @click="emit('tell', 'go-on')">Go on from there</button>
    </div>
    <table v-if="found.faults?.length" class="plain faults">
      <thead>
        <tr>
          <th>File</th>
          <th class="number">Line</th>
          <th>Column</th>
          <th>What is wrong</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(fault, at) in found.faults" :key="at">
          <td>{{ fault.file }}</td>
          <td class="number">{{ fault.line }}</td>
          <td>{{ fault.column }}</td>
          <td>{{ say(fault.reason) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="run.state === 'done' && found.isPart" class="soft">Only what the district says has changed.</p>
    <table v-if="run.state === 'done' && found.summary" class="plain summary" aria-label="What the roster changed">
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
          <td class="number">{{ found.summary[part].added }}</td>
          <td class="number">{{ found.summary[part].changed }}</td>
          <td class="number soft">{{ found.summary[part].same }}</td>
        </tr>
        <tr v-if="found.summary.ended">
          <td colspan="4">
            {{ counted(found.summary.ended, 'enrolment') }} ended, since the district no longer has
            {{ found.summary.ended === 1 ? 'it' : 'them' }}. Scores stay.
          </td>
        </tr>
      </tbody>
    </table>
    <ul v-if="found.oddities?.length || found.listed?.length" class="odd">
      <li v-for="each in found.oddities ?? []" :key="each.titles.join()">{{ oddWords(each) }}</li>
      <li v-for="(each, at) in found.listed ?? []" :key="at">
        <b>{{ each.name }}</b> {{ listedWords[each.code] }}
      </li>
    </ul>
    <details v-if="items.length">
      <summary class="chip">By name</summary>
      <ul class="items">
        <li v-for="(item, at) in items" :key="at">
          {{ item.name }} <span class="soft">{{ partWords[item.part] }} {{ item.step }}</span>
        </li>
      </ul>
      <button v-if="more" type="button" class="chip" @click="emit('more')">More</button>
    </details>
    <div v-if="run.canTakeBack" class="row-of">
      <button type="button" class="chip" :disabled="busy" @click="emit('tell', 'take-back')">Take this run back</button>
    </div>
  </div>
</template>

<style scoped>
.run {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.run > :deep(.p-message),
.run > :deep(.p-progressbar),
.run > table {
  width: 100%;
}
.summary {
  max-width: 480px;
}
.buttons {
  gap: 8px;
}
.names {
  max-width: 420px;
}
.odd,
.items {
  margin: 4px 0;
  padding-left: 18px;
}
.items {
  columns: 3;
  column-gap: 24px;
  max-height: 320px;
  overflow-y: auto;
  list-style: none;
  padding: 0;
}
summary {
  cursor: pointer;
  list-style: none;
  display: inline-block;
}
</style>
