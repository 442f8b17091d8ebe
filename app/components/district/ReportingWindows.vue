<script setup lang="ts">
import { daysAfter } from '#core/calendar/date'
import { schoolYear, type Period } from '#core/calendar/periods'
import { blanks } from '#core/kinds'
import { jointId } from '#core/kind'
import { windowsResponse, type WindowsResponse } from '#shared/windows'
import { ask } from '~/composables/useApi'
import { useOffice } from '~/composables/useOffice'
import { shortDay, shortInstant } from '~/composables/useWords'
import { usePerson } from '~/stores/person'

/** When grades of each period are taken in: by when they are due, and whether the period is closed for good. */
const { today } = storeToRefs(usePerson())
const known = shallowRef<WindowsResponse | null>(null)
const { problem, message, last, attempt, read, perform, undo } = useOffice(
  () => ask('/api/windows', windowsResponse),
  (found) => (known.value = found),
  () => ({ reportingWindow: known.value?.windows ?? {}, windowGrant: known.value?.grants ?? {} }),
)
onMounted(() => attempt(read))
/** Half a year back and all that comes: older terms are behind a button. */
const older = ref(false)
const periods = computed(() =>
  (known.value?.periods ?? []).filter((each) => older.value || each.lastDay >= halfYearAgo.value),
)
const halfYearAgo = computed(() => daysAfter(today.value, -182))
const windowOf = (id: string) => known.value?.windows[id] ?? blanks.reportingWindow
function titleOf(id: string): string {
  const all = (known.value?.periods ?? []) as Period[]
  const found = all.find((each) => each.id === id)
  return found ? `${found.title}, ${schoolYear(all, found)}` : 'a period'
}
const due = (id: string, dueOn: string) =>
  perform(
    'window',
    [{ kind: 'reportingWindow', id, to: { dueOn: dueOn || null } }],
    `${titleOf(id)}: ${dueOn ? `due ${shortDay(dueOn)}` : 'no due date'}.`,
  )
const close = (id: string, closed: boolean) =>
  perform(
    'window',
    [{ kind: 'reportingWindow', id, to: { closed } }],
    `${titleOf(id)} is ${closed ? 'closed' : 'open'} for every class.`,
  )
const answers = reactive<Record<string, string>>({})
type Request = WindowsResponse['requests'][number]
const answer = ({ sectionId, periodId, title }: Request, granted: boolean) => {
  const id = jointId(sectionId, periodId)
  const to = { granted, answer: answers[id]?.trim() || (granted ? '' : 'No.') }
  return perform(
    'window',
    [{ kind: 'windowGrant', id, to }],
    `${title}: ${titleOf(periodId)} ${granted ? 'is open' : 'stays closed'}.`,
  )
}
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <section>
    <h2>Grading windows</h2>
    <p class="soft">
      The due date stands over every class’s closing. What is closed is as it is: grades, levels and remarks of the term
      change no more, until it is opened here.
    </p>
    <OfficeState :problem="problem" :message="message" :can-undo="last.length > 0" @undo="undo" />
    <template v-if="known?.requests.length">
      <h3>Teachers ask for these to be opened</h3>
      <table class="plain" aria-label="Requests to open a term">
        <tbody>
          <tr v-for="each in known.requests" :key="each.sectionId + each.periodId">
            <td>
              {{ each.title }}<small class="soft">{{ each.teacher }}, {{ shortInstant(each.askedAt) }}</small>
            </td>
            <td>{{ titleOf(each.periodId) }}</td>
            <td>{{ each.reason }}</td>
            <td>
              <input
                v-model="answers[jointId(each.sectionId, each.periodId)]"
                class="field"
                maxlength="500"
                placeholder="An answer, if you wish"
                :aria-label="`Answer to ${each.title}`"
              />
            </td>
            <td class="do">
              <button type="button" class="chip" :aria-label="`Open for ${each.title}`" @click="answer(each, true)">
                Open it
              </button>
              <button
                type="button"
                class="chip"
                :aria-label="`Leave closed for ${each.title}`"
                @click="answer(each, false)"
              >
                No
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <table v-if="periods.length" class="plain" aria-label="Grading windows">
      <thead>
        <tr>
          <th>Term</th>
          <th>Days</th>
          <th>Due</th>
          <th>Closed</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in periods" :key="each.id">
          <td>{{ titleOf(each.id) }}</td>
          <td class="soft">{{ shortDay(each.firstDay) }} to {{ shortDay(each.lastDay) }}</td>
          <td>
            <input
              type="date"
              class="field"
              :value="windowOf(each.id).dueOn ?? ''"
              :aria-label="`Due date of ${titleOf(each.id)}`"
              @change="due(each.id, text($event))"
            />
          </td>
          <td>
            <label class="row-of"
              ><input
                type="checkbox"
                :checked="windowOf(each.id).closed"
                :aria-label="`${titleOf(each.id)} is closed`"
                @change="close(each.id, ($event.target as HTMLInputElement).checked)"
              />{{ windowOf(each.id).closed ? 'closed' : 'open' }}</label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="!older && known && periods.length < known.periods.length"
      type="button"
      class="chip"
      @click="older = true"
    >
      Older terms
    </button>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-top: 20px;
  max-width: 900px;
}
table {
  width: 100%;
}
small {
  display: block;
}
.row-of {
  gap: 8px;
}
.do {
  white-space: nowrap;
  text-align: right;
}
.do .chip + .chip {
  margin-left: 4px;
}
</style>
