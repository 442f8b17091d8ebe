<script setup lang="ts">
import { sendResponse, waitingResponse, type WaitingClass } from '#shared/exchange'
import { blanks } from '#core/kinds'
import { togetherResponse } from '#shared/class'
import { batchOf } from '~/composables/useBatch'
import { usePerson } from '~/stores/person'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { isUnderWay } from '~/composables/useExchangeRun'
import { counted, shortInstant } from '~/composables/useWords'
import { sayProblem } from '~/words/sentences/problems'

/** What waits in each class, and all of it sent at once. */
const { problem, busy, attempt } = useAttempt()
const classes = ref<WaitingClass[] | null>(null)
const not = ref<{ title: string; words: string }[]>([])
const emit = defineEmits<{ sent: [] }>()

async function load(): Promise<void> {
  classes.value = await ask('/api/exchange/waiting', waitingResponse)
}
onMounted(() => attempt(load))

const ready = ({ waits, last }: WaitingClass) =>
  waits && !(last && isUnderWay(last.state)) ? waits.create + waits.change + waits.remove : 0
const toSend = computed(() => (classes.value ?? []).filter((each) => ready(each) > 0))
const things = computed(() => toSend.value.reduce((sum, each) => sum + ready(each), 0))

const sendAll = () =>
  attempt(async () => {
    const body = { sectionIds: toSend.value.map((each) => each.sectionId) }
    const answer = await ask('/api/exchange/send', sendResponse, { method: 'POST', body, patienceMs: 300_000 })
    const titleOf = (id: string) => classes.value?.find((each) => each.sectionId === id)?.title ?? ''
    not.value = answer.not.map(({ sectionId, code, figures }) => ({
      title: titleOf(sectionId),
      words: sayProblem(code, figures),
    }))
    await load()
    emit('sent')
  })

/** An act of the class like any other: it stands in its history, and is taken back there. */
const setNightly = ({ sectionId, nightly }: WaitingClass, isOn: boolean) =>
  attempt(async () => {
    const present = { ...blanks.intake, nightlySend: nightly.isOn }
    const acts = batchOf('intake', [
      {
        scope: sectionId,
        records: { intake: { [sectionId]: present } },
        desired: [{ kind: 'intake', id: sectionId, to: { nightlySend: isOn } }],
      },
    ])
    const body = { acts, sentAt: new Date().toISOString(), by: usePerson().actor }
    await ask('/api/acts', togetherResponse, { method: 'POST', body })
    await load()
  })

// What is under way is looked at again until nothing is.
const { pause, resume } = useIntervalFn(() => void load().catch(() => {}), 1500, { immediate: false })
watch(
  () => classes.value?.some((each) => each.last && isUnderWay(each.last.state)) ?? false,
  (goesOn) => {
    if (goesOn) return resume()
    pause()
    emit('sent')
  },
)

function says({ waits, unsendables }: WaitingClass): string {
  if (!waits) return 'Only yours: the district does not know this class'
  const { create, change, remove } = waits
  return (
    [
      create ? `${create} new` : '',
      change ? `${change} changed` : '',
      remove ? `${remove} removed` : '',
      unsendables ? `${unsendables} cannot be sent` : '',
    ]
      .filter(Boolean)
      .join(', ') || 'Nothing waits'
  )
}
const runPath = ({ sectionId, last }: WaitingClass) => ({ path: `/exchange/${sectionId}`, query: { run: last!.runId } })
</script>

<template>
  <div class="waiting">
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <Message v-for="each in not" :key="each.title" severity="warn">{{ each.title }}: {{ each.words }}</Message>
    <template v-if="classes?.length">
      <div class="row-of">
        <Button
          :label="things ? `Send all that is ready, ${counted(things, 'thing')}` : 'Nothing waits to be sent'"
          :disabled="busy || !things"
          :loading="busy"
          @click="sendAll"
        />
        <span class="soft">What changed on both sides is held for you, whatever you send.</span>
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th class="hour"><span class="visually-hidden">Hour</span></th>
            <th>Class</th>
            <th>Waits here</th>
            <th>Last sent</th>
            <th>Left by it</th>
            <th>By night</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in classes" :key="each.sectionId">
            <td class="hour flare">{{ each.meets || '·' }}</td>
            <td>{{ each.title }}</td>
            <td>{{ says(each) }}</td>
            <td>
              <NuxtLink v-if="each.last" :to="runPath(each)">{{
                isUnderWay(each.last.state) ? 'under way' : shortInstant(each.last.at)
              }}</NuxtLink>
              <span v-else class="soft">never</span>
            </td>
            <td>
              <NuxtLink v-if="each.waits?.refused && each.last" :to="runPath(each)" class="warn"
                >{{ each.waits.refused }} refused</NuxtLink
              >
              <template v-if="each.waits?.refused && each.waits.held">, </template>
              <NuxtLink v-if="each.waits?.held && each.last" :to="`/exchange/${each.sectionId}`" class="warn"
                >{{ each.waits.held }} to decide</NuxtLink
              >
            </td>
            <td>
              <input
                v-if="each.waits"
                type="checkbox"
                :checked="each.nightly.isOn"
                :disabled="each.nightly.isFixed || busy"
                :aria-label="`${each.title} goes by night`"
                @change="setNightly(each, ($event.target as HTMLInputElement).checked)"
              />
              <span v-if="each.nightly.isFixed" class="soft">fixed</span>
            </td>
            <td class="number ways">
              <NuxtLink class="button second" :to="`/exchange/pull/${each.sectionId}`"
                >Take in<span class="visually-hidden"> from the classroom app, {{ each.title }}</span></NuxtLink
              >
              <NuxtLink v-if="each.waits" class="button second" :to="`/exchange/${each.sectionId}`"
                >Compare<span class="visually-hidden"> {{ each.title }}</span></NuxtLink
              >
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-else-if="classes" class="soft said">No classes yet. Pull them first.</p>
    <p v-else-if="!problem" class="soft" role="status">Looking what waits.</p>
  </div>
</template>

<style scoped>
.waiting {
  display: grid;
  gap: 8px;
}
.row-of {
  gap: 12px;
}
.hour {
  width: 34px;
  color: var(--ai4);
  font-size: 16px;
}
td {
  vertical-align: middle;
}
.ways {
  white-space: nowrap;
}
.ways .button + .button {
  margin-left: 6px;
}
</style>
