<script setup lang="ts">
import { courseworkResponse, type CourseworkThere } from '#shared/intake'
import { isUnderWay, useExchangeRun } from '~/composables/useExchangeRun'
import { ApiProblem, ask } from '~/composables/useApi'
import { goTo } from '~/composables/useGoTo'
import { useClassBeside } from '~/stores/class'
import { useSaving } from '~/stores/saving'

/** What comes from the classroom app into one class: which class it is there, by which rules, and what is new. */
const route = useRoute()
const id = String(route.params.id)
const classStore = useClassBeside(id)
const saving = useSaving()
const { run, problem, busy, look, prepare, decide, tell } = useExchangeRun(id, 'pull')
const there = shallowRef<CourseworkThere | null>(null)
const opening = ref('')
onMounted(async () => {
  try {
    await classStore.open(id, null)
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    opening.value = error.message
  }
})

const title = computed(() => classStore.structure?.section.title ?? '')
useHead({ title: () => `From the classroom app, ${title.value} · Yukata` })
const intake = computed(() => (classStore.structure ? classStore.get('intake', id) : null))
const linked = computed(() => intake.value?.theirClassId ?? '')
const choosing = ref(false)

async function compareNow(file?: File): Promise<void> {
  run.value = null
  const runId = await prepare(file)
  if (runId) await goTo({ query: { run: runId }, replace: true })
}
async function loadCoursework(): Promise<void> {
  const found = await ask(`/api/classes/${id}/coursework`, courseworkResponse, { patienceMs: 60_000 }).catch(() => null)
  there.value = found
}
watch(
  [linked, () => route.query.run],
  ([theirs, runId]) => {
    if (runId) void look(String(runId))
    else if (theirs) void compareNow()
    if (theirs && !there.value) void loadCoursework()
  },
  { immediate: true },
)

const chooser = useTemplateRef('chooser')
function readFile(): void {
  const file = chooser.value?.files?.[0]
  if (file) void compareNow(file)
  chooser.value!.value = ''
}

/** Kept as an act of the class, which is undone like any other; what is shown is looked at anew when it has arrived. */
async function keep(to: Partial<NonNullable<typeof intake.value>>): Promise<void> {
  classStore.change('intake', [{ kind: 'intake', id, to }])
  choosing.value = false
  // The comparison is the server's: it has to have the rules first.
  await until(() => saving.count).toBe(0, { timeout: 10_000 })
  there.value = null
  if (linked.value) void loadCoursework()
  if (linked.value) await compareNow()
}
</script>

<template>
  <main id="work" class="page">
    <p><NuxtLink to="/exchange">Exchange</NuxtLink></p>
    <h1>{{ title }}, from the classroom app</h1>
    <Message v-if="opening || problem" severity="error"
      >{{ opening || problem }}
      <button v-if="linked" type="button" class="chip" @click="compareNow()">Look again</button></Message
    >
    <template v-if="intake">
      <p v-if="linked && !choosing" class="row-of linked">
        <span
          >It is <b>{{ intake.theirTitle }}</b> there.</span
        ><button type="button" class="chip" @click="choosing = true">Another class</button>
      </p>
      <ClassOffers v-else :section-id="id" :present="linked" @choose="keep" @leave="choosing = false" />
      <details v-if="linked" class="rules">
        <summary class="chip">Intake rules, {{ intake.rules.length }}</summary>
        <ClassScope :class-store="classStore"
          ><IntakeRules :key="JSON.stringify(intake)" :intake="intake" :there="there" @keep="keep"
        /></ClassScope>
      </details>
      <p class="row-of linked">
        <span class="soft"
          >A OneRoster zip of a gradebook is looked at in the same way: nothing is changed before you say so.</span
        >
        <button type="button" class="chip" :disabled="busy" @click="chooser?.click()">Read a zip</button>
        <input
          ref="chooser"
          type="file"
          accept=".zip,application/zip"
          class="visually-hidden"
          tabindex="-1"
          aria-label="OneRoster zip of a gradebook"
          @change="readFile"
        />
      </p>
      <template v-if="run">
        <ComparedRun
          v-if="run.state === 'prepared'"
          :run="run"
          :busy="busy"
          @decide="decide"
          @send="tell('send')"
          @compare="compareNow()"
        />
        <SentRun
          v-else
          :run="run"
          :busy="busy"
          :under-way="isUnderWay(run.state)"
          @stop="tell('stop')"
          @again="tell('again', { places: $event })"
          @compare="compareNow()"
        />
      </template>
      <p v-else-if="busy" class="soft" role="status">Looking what is there.</p>
    </template>
  </main>
</template>

<style scoped>
.linked {
  gap: 10px;
}
.rules {
  margin: 8px 0;
}
.rules summary {
  list-style: none;
  cursor: pointer;
}
</style>
