<script setup lang="ts">
import { isUnderWay, useExchangeRun } from '~/composables/useExchangeRun'
import { goTo } from '~/composables/useGoTo'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'

/** One class and the district: looked at, decided, sent. Its run stands in the address, to be left and come back to. */
const route = useRoute()
const today = useToday()
const id = String(route.params.id)
const { run, problem, busy, look, prepare, decide, tell } = useExchangeRun(id)

const title = computed(() => run.value?.sectionTitle ?? today.classes?.find((each) => each.id === id)?.title ?? '')
/** The office looks at what was sent; comparing and deciding is the teacher's. */
const isOffice = computed(() => usePerson().person?.role === 'registrar')
useHead({ title: () => `Exchange, ${title.value} · Yukata` })

async function compareNow(): Promise<void> {
  run.value = null
  const runId = await prepare()
  if (runId) await goTo({ query: { run: runId }, replace: true })
}
watch(
  () => route.query.run,
  (runId) => void (runId ? look(String(runId)) : compareNow()),
  { immediate: true },
)
onMounted(() => today.classes ?? today.read())
</script>

<template>
  <main id="work" class="page">
    <p><NuxtLink to="/exchange">Exchange</NuxtLink></p>
    <h1>{{ title }}, to the district</h1>
    <p v-if="run?.removesPeriodId" class="warn">
      Declared grades and remarks are removed from the SIS, and nothing else is sent. The period stays reopened here.
    </p>
    <p v-if="!isOffice">
      <NuxtLink :to="`/exchange/beside/${id}`">Everything that is there now, beside what is here</NuxtLink>
    </p>
    <Message v-if="problem" severity="error"
      >{{ problem }} <button type="button" class="chip" @click="compareNow">Compare again</button></Message
    >
    <template v-if="run">
      <ComparedRun
        v-if="run.state === 'prepared'"
        :run="run"
        :busy="busy"
        @decide="decide"
        @send="tell('send')"
        @compare="compareNow"
      />
      <SentRun
        v-else
        :run="run"
        :looks-only="isOffice"
        :busy="busy"
        :under-way="isUnderWay(run.state)"
        @stop="tell('stop')"
        @again="tell('again', { places: $event })"
        @compare="compareNow"
      />
    </template>
    <p v-else-if="busy" class="soft" role="status">Asking the district what it holds.</p>
  </main>
</template>
