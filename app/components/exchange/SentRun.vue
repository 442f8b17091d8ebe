<script setup lang="ts">
import type { ExchangeRun, RunItem } from '#shared/exchange'
import { counted, shortInstant } from '~/composables/useWords'
import { stateWords, typeWords, wholeThing } from '~/words/exchange'
import { say } from '~/words/say'
import { sayRun } from '~/words/sentences/runs'

/** A run that was sent: how far it is, what became of each thing, and how it is gone on with. */
const props = defineProps<{ run: ExchangeRun; busy: boolean; underWay: boolean; looksOnly?: boolean }>()
const emit = defineEmits<{ stop: []; again: [places: number[] | null]; compare: [] }>()

const of = (state: RunItem['state']) => props.run.items.filter((item) => item.state === state)
const refused = computed(() => of('refused'))
const held = computed(() => of('held'))
const moved = computed(() => of('moved'))
const waiting = computed(() => of('waiting'))
const total = computed(() => props.run.items.length - held.value.length - of('left').length)
const done = computed(() => total.value - waiting.value.length)
const isAway = computed(() => props.run.outcome.code === 'away')
/** What was refused can be sent again; what could not be taken in is looked at anew. */
const mayTry = computed(() => !props.underWay && !props.looksOnly && props.run.kind === 'push')
const head = computed(() => {
  if (!props.underWay) return sayRun(props.run.outcome, true)
  if (isAway.value) return 'Waiting for the district'
  return props.run.state === 'queued' ? 'Waiting for its turn' : `Sending, ${done.value} of ${total.value}`
})
const nextTry = computed(() => (props.run.outcome.code === 'away' ? shortInstant(props.run.outcome.next) : ''))

/** Where a score or grade is mended. */
function mendPath({ id, studentId, assignmentId }: RunItem) {
  const section = props.run.sectionId
  const [, period] = id.split('.')
  if (studentId && assignmentId)
    return { path: `/class/${section}`, query: { student: studentId, assignment: assignmentId } }
  if (studentId) return { path: `/class/${section}/close`, query: { period, student: studentId } }
  return { path: `/class/${section}`, query: assignmentId ? { edit: assignmentId } : {} }
}
</script>

<template>
  <section aria-label="The run">
    <div role="status">
      <h2>{{ head }}</h2>
      <p v-if="underWay && isAway" class="soft">
        {{ sayRun(run.outcome, true) }} It is tried again by itself at {{ nextTry }}. You can leave this page.
      </p>
    </div>
    <ProgressBar
      v-if="total"
      :value="Math.round((100 * done) / total)"
      :show-value="false"
      :pt="{ root: { 'aria-label': 'Progress of the run' } }"
    />
    <div v-if="!looksOnly" class="row-of">
      <Button v-if="underWay" label="Stop" severity="secondary" @click="emit('stop')" />
      <template v-else>
        <Button label="Compare again" @click="emit('compare')" />
        <Button
          v-if="waiting.length"
          :label="`Go on with ${counted(waiting.length, 'thing')}`"
          severity="secondary"
          :loading="busy"
          @click="emit('again', null)"
        />
      </template>
    </div>
    <template v-if="refused.length">
      <div class="head">
        <h2>
          {{ counted(refused.length, 'thing') }}
          {{ run.kind === 'pull' ? 'that could not be taken in' : 'the district did not take' }}
        </h2>
        <button v-if="mayTry" type="button" class="chip" :disabled="busy" @click="emit('again', null)">
          Try all of them again
        </button>
      </div>
      <table class="plain">
        <tbody>
          <tr v-for="item in refused" :key="item.place">
            <td>
              <template v-if="looksOnly">{{ item.title }}</template>
              <NuxtLink v-else :to="mendPath(item)">{{ item.title }}</NuxtLink>
            </td>
            <td class="warn">{{ item.reason && say(item.reason) }}</td>
            <td class="once">
              <button
                v-if="mayTry"
                type="button"
                class="chip"
                :disabled="busy"
                :aria-label="`Try again: ${item.title}`"
                @click="emit('again', [item.place])"
              >
                Try again
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template
      v-for="[list, words, advice] in [
        [held, 'that changed on both sides', 'Nothing was sent of these. Compare again to see both sides, and decide.'],
        [
          moved,
          'that changed since you looked',
          'What you were shown is not what is there now, so nothing was sent. Compare again.',
        ],
      ] as const"
      :key="words"
    >
      <template v-if="list.length">
        <h2>{{ counted(list.length, 'thing') }} {{ words }}</h2>
        <p class="soft">{{ advice }}</p>
        <table class="plain">
          <tbody>
            <tr v-for="item in list" :key="item.place">
              <td>
                <template v-if="looksOnly">{{ item.title }}</template>
                <NuxtLink v-else :to="mendPath(item)">{{ item.title }}</NuxtLink>
              </td>
              <td v-if="item.reason" class="warn">{{ say(item.reason) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
    <details v-if="run.items.length">
      <summary>All {{ counted(run.items.length, 'thing') }} of this run</summary>
      <table class="plain">
        <tbody>
          <tr v-for="item in run.items" :key="item.place">
            <td class="soft kind">{{ typeWords[item.type] }}</td>
            <td>{{ item.title }}</td>
            <td class="soft">{{ item.differing.length ? '' : wholeThing(item) }}</td>
            <td>{{ stateWords[item.state] }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
section {
  max-width: 900px;
  display: grid;
  gap: 8px;
  padding-top: 12px;
}
h2 {
  margin-top: 12px;
}
.head {
  display: flex;
  gap: 12px;
  align-items: end;
  justify-content: space-between;
}
.kind {
  width: 92px;
}
.once {
  width: 1px;
  white-space: nowrap;
}
.row-of {
  gap: 8px;
}
summary {
  cursor: pointer;
  color: var(--ai5);
}
.p-progressbar {
  height: 6px;
}
</style>
