<script setup lang="ts">
import { sayRun } from '~/words/sentences/runs'
import { say } from '~/words/say'
import { z } from 'zod'
import { compareResponse, pushResponse, runResponse } from '#shared/exchange'
import { useToday } from '~/stores/today'
import { ApiProblem, ask } from '~/composables/useApi'
import { shortDay, counted } from '~/composables/useWords'
import { goTo } from '~/composables/useGoTo'

const route = useRoute()
const today = useToday()
const id = String(route.params.id)
const compared = ref<z.infer<typeof compareResponse> | null>(null)
const run = ref<z.infer<typeof runResponse> | null>(null)
const problem = ref('')
const busy = ref(false)
const overwrite = ref<string[]>([])

const title = computed(() => today.classes?.find((each) => each.id === id)?.title ?? '')
useHead({ title: () => `Exchange, ${title.value} · Yukata` })

async function attempt(work: () => Promise<void>): Promise<void> {
  problem.value = ''
  busy.value = true
  try {
    await work()
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  } finally {
    busy.value = false
  }
}

const compareNow = () =>
  attempt(async () => {
    run.value = null
    compared.value = await ask(`/api/classes/${id}/compare`, compareResponse)
  })
const push = () =>
  attempt(async () => {
    const { runId } = await ask(`/api/classes/${id}/push`, pushResponse, {
      method: 'POST',
      body: { overwrite: overwrite.value },
    })
    await goTo({ query: { run: runId } })
  })
const look = (runId: string) =>
  attempt(async () => {
    run.value = await ask(`/api/exchange/runs/${runId}`, runResponse)
  })
const stop = () =>
  ask(`/api/exchange/runs/${run.value!.id}/stop`, z.object({ ok: z.literal(true) }), { method: 'POST' })

/** A run goes on by itself on the server; the page only watches it. */
const { pause, resume } = useIntervalFn(
  async () => {
    await look(run.value!.id)
    if (run.value?.state !== 'running') pause()
  },
  400,
  { immediate: false },
)

watch(
  () => route.query.run,
  async (runId) => {
    pause()
    if (!runId) return compareNow()
    await look(String(runId))
    if (run.value?.state === 'running') resume()
  },
  { immediate: true },
)
onMounted(() => today.classes ?? today.load())

const words = { create: 'New', change: 'Changed', remove: 'Removed here', held: 'Changed there since' } as const
const types = { category: 'category', lineItem: 'assignment', result: 'score' } as const
const groups = computed(() =>
  (['held', 'create', 'change', 'remove'] as const).flatMap((step) => {
    const list = compared.value?.differences.filter((each) => each.step === step) ?? []
    return list.length ? [{ step, list }] : []
  }),
)
const toSend = computed(
  () => (compared.value?.differences ?? []).filter((each) => each.step !== 'held').length + overwrite.value.length,
)
const done = computed(() => run.value?.items.filter((item) => item.state !== 'waiting').length ?? 0)
const held = computed(() => run.value?.items.filter((item) => item.state === 'held') ?? [])
const refused = computed(() => run.value?.items.filter((item) => item.state === 'refused') ?? [])
/** Where a refused score or grade is mended. */
function mendPath(itemId: string) {
  const [first, second, , student] = itemId.split('.')
  if (student) return { path: `/class/${id}/close`, query: { period: second, student } }
  return { path: `/class/${id}`, query: second ? { student: first, assignment: second } : { edit: first } }
}
const opened = ref(new Set<string>())
const SHOWN = 12

function briefly(fields: Record<string, unknown> | null): string {
  if (!fields) return 'nothing'
  const score = [fields.score, fields.textScore].filter((each) => each !== undefined).join(' ')
  const marks = ['late', 'missing', 'incomplete'].filter((mark) => fields[mark] === 'true')
  if ('scoreStatus' in fields) return [score || fields.scoreStatus, ...marks].join(', ')
  if ('resultValueMax' in fields)
    return `${String(fields.title)}, ${String(fields.resultValueMax)} points, due ${shortDay(String(fields.dueDate))}`
  return `${String(fields.title)}, weight ${Number(fields.weight) * 100}`
}
</script>

<template>
  <main id="work" class="page">
    <p><NuxtLink to="/exchange">Exchange</NuxtLink></p>
    <h1>{{ title }}, to the district</h1>
    <Message v-if="problem" severity="error"
      >{{ problem }} <button type="button" class="chip" @click="compareNow">Compare again</button></Message
    >

    <section v-if="run" aria-label="The run">
      <div role="status">
        <h2>{{ run.state === 'running' ? `Sending, ${done} of ${run.items.length}` : sayRun(run.outcome, true) }}</h2>
      </div>
      <ProgressBar
        v-if="run.items.length"
        :value="Math.round((100 * done) / run.items.length)"
        :show-value="false"
        :pt="{ root: { 'aria-label': 'Progress of the run' } }"
      />
      <div class="row-of">
        <Button v-if="run.state === 'running'" label="Stop" severity="secondary" @click="stop" />
        <NuxtLink v-else class="button" :to="`/exchange/${id}`">Compare again</NuxtLink>
      </div>
      <template v-if="refused.length">
        <h2>{{ counted(refused.length, 'thing') }} the district did not take</h2>
        <table class="plain">
          <tbody>
            <tr v-for="item in refused" :key="item.id">
              <td>
                <NuxtLink :to="mendPath(item.id)">{{ item.title }}</NuxtLink>
              </td>
              <td class="warn">{{ item.reason && say(item.reason) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <template v-if="held.length">
        <h2>{{ counted(held.length, 'thing') }} that changed there too</h2>
        <p class="soft">Nothing was sent of these. Compare again to see both sides, and decide.</p>
        <table class="plain">
          <tbody>
            <tr v-for="item in held" :key="item.id">
              <td>
                <NuxtLink :to="mendPath(item.id)">{{ item.title }}</NuxtLink>
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <details v-if="run.items.length">
        <summary>All {{ counted(run.items.length, 'thing') }} of this run</summary>
        <table class="plain">
          <tbody>
            <tr v-for="item in run.items" :key="item.place">
              <td class="soft kind">{{ types[item.type] }}</td>
              <td>{{ item.title }}</td>
              <td>{{ item.state }}</td>
            </tr>
          </tbody>
        </table>
      </details>
    </section>

    <section v-else-if="compared" aria-label="Comparison">
      <div class="top">
        <p v-if="compared.differences.length === 0" role="status">The district holds what is here. Nothing to send.</p>
        <p v-else role="status">{{ counted(toSend, 'thing') }} to send.</p>
        <Button v-if="toSend" :label="`Send ${counted(toSend, 'thing')}`" :loading="busy" @click="push" />
        <Button v-else label="Compare again" severity="secondary" :loading="busy" @click="compareNow" />
      </div>
      <template v-if="compared.unsendables.length">
        <h2>Cannot be sent</h2>
        <table class="plain">
          <tbody>
            <tr v-for="each in compared.unsendables" :key="each.assignmentId">
              <td>
                <NuxtLink :to="{ path: `/class/${id}`, query: { edit: each.assignmentId } }">{{ each.title }}</NuxtLink>
              </td>
              <td class="warn">{{ say(each.reason) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <template v-for="group in groups" :key="group.step">
        <h2>{{ words[group.step] }}, {{ group.list.length }}</h2>
        <p v-if="group.step === 'held'" class="soft">
          These were changed in the district's system after the last run. They stay as they are there, unless you choose
          to send yours.
        </p>
        <table class="plain">
          <thead>
            <tr>
              <th class="kind" />
              <th>What</th>
              <th>There</th>
              <th>Here</th>
              <th v-if="group.step === 'held'" class="mine" />
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in opened.has(group.step) ? group.list : group.list.slice(0, SHOWN)" :key="each.id">
              <td class="soft kind">{{ types[each.type] }}</td>
              <td>{{ each.title }}</td>
              <td class="soft">{{ briefly(each.there) }}</td>
              <td>{{ briefly(each.here) }}</td>
              <td v-if="group.step === 'held'">
                <label class="row-of"
                  ><Checkbox v-model="overwrite" :value="each.id" :input-id="`o-${each.id}`" /> send mine</label
                >
              </td>
            </tr>
          </tbody>
        </table>
        <button
          v-if="group.list.length > SHOWN && !opened.has(group.step)"
          type="button"
          class="chip more"
          @click="opened.add(group.step)"
        >
          Show all {{ group.list.length }}
        </button>
      </template>
    </section>
    <p v-else-if="busy" class="soft" role="status">Asking the district what it holds.</p>
  </main>
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
.top {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
}
.kind {
  width: 90px;
}
.mine {
  width: 110px;
}
.more {
  justify-self: start;
  border: 0;
}
summary {
  cursor: pointer;
  color: var(--ai5);
}
.p-progressbar {
  height: 6px;
}
</style>
