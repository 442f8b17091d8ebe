<script setup lang="ts">
import { useClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import { useToday } from '~/stores/today'
import { ApiProblem } from '~/composables/useApi'
import { useFinding } from '~/composables/useFinding'
import { Message } from '~/composables/later'
import { useNews } from '~/composables/useNews'
import { useStepBack } from '~/composables/useStepBack'
import { useStepKeys } from '~/composables/useStepKeys'
import { goTo, usePeriodQuery } from '~/composables/useGoTo'
definePageMeta({ margin: true, key: (route) => `class-${String(route.params.id)}` })

const route = useRoute()
const { $destination } = useNuxtApp()
const classStore = useClassStore()
const notices = useNotices()
const problem = ref('')
const id = computed(() => String(route.params.id))

useHead({ title: () => `${classStore.snapshot?.section.title ?? 'Class'} · Yukata` })

const views = [
  ['', 'Gradebook'],
  ['/proficiency', 'Proficiency'],
  ['/close', 'Close the term'],
  ['/plan', 'Plan'],
] as const

const finding = useFinding()
const ready = computed(() => classStore.snapshot?.section.id === id.value)
useNews(() => (ready.value ? [classStore] : []))

async function open(): Promise<void> {
  problem.value = ''
  try {
    await classStore.open(id.value, route.query.period ? String(route.query.period) : null)
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
await open()

// What is in pencil is decided before the class is left.
onBeforeRouteUpdate((to) => mayLeave(to.params.id === route.params.id))
onBeforeRouteLeave(() => mayLeave(false))
function mayLeave(stays: boolean): boolean {
  if (stays || !classStore.pencil) return true
  notices.say('Keep what is in pencil, or rub it out, before you leave the class.')
  return false
}
useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (classStore.pencil && classStore.penciled().length) event.preventDefault()
})

/**
 * The address holds the period, so that a page can be bookmarked and gone back to. Where another page of the class is on its
 * way, it is that one's period.
 */
function look(period: string): Promise<unknown> {
  const { path } = [$destination.value, route].find(({ params }) => params.id === id.value)!
  return goTo({ path, query: { period } })
}
watch(
  () => route.query.period,
  (desired) => desired !== classStore.periodId && classStore.look(desired ? String(desired) : null),
)

const query = usePeriodQuery()

const stepBack = useStepBack(
  () => classStore,
  () => (ready.value ? [classStore] : []),
)
useStepKeys(stepBack)
// What changed here is news for the day column.
onBeforeUnmount(
  () =>
    void useToday()
      .load()
      .catch(() => {}),
)
</script>

<template>
  <main id="work" class="class">
    <header class="top">
      <h1>{{ classStore.snapshot?.section.title }}</h1>
      <nav v-if="!problem" class="tabs" aria-label="Views of the class">
        <NuxtLink
          v-for="[path, title] in views"
          :key="path"
          :to="{ path: `/class/${id}${path}`, query }"
          :aria-current="route.path === `/class/${id}${path}` ? 'page' : undefined"
          >{{ title }}</NuxtLink
        >
      </nav>
      <button type="button" class="find soft" @click="finding = true">Find or do <kbd>Ctrl K</kbd></button>
      <div v-if="!problem" class="steps">
        <NuxtLink
          class="toggle"
          :to="{ path: `/class/${id}/history`, query }"
          title="History: everything that was done in this class"
          ><i class="pi pi-history" aria-hidden="true" /><span class="visually-hidden">History</span></NuxtLink
        >
        <StepButtons :by="stepBack" />
      </div>
    </header>
    <Message v-if="problem" severity="error" class="problem">
      {{ problem }} <button type="button" class="chip" @click="open">Try again</button>
      <NuxtLink class="out" to="/">Go to Today</NuxtLink>
    </Message>
    <YearStrip
      v-if="ready"
      @look="look"
      @assignment="(assignmentId) => goTo({ path: `/class/${id}`, query: { ...query, edit: assignmentId } })"
    />
    <PencilBar v-if="ready" />
    <NuxtPage v-if="ready" />
  </main>
</template>

<style scoped>
.class {
  display: grid;
  grid-template-rows: auto auto auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  overflow: hidden;
}
.top {
  display: flex;
  align-items: end;
  gap: 16px;
  padding: 12px 16px 0 18px;
}
h1 {
  flex: 0 1 auto;
  min-width: 90px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  padding-bottom: 6px;
}
.tabs {
  flex: none;
  display: flex;
  gap: 2px;
  font-weight: 560;
}
.tabs a {
  padding: 5px 9px 8px;
  color: var(--soft);
  border-bottom: 2px solid transparent;
  text-decoration: none;
  white-space: nowrap;
}
.tabs a[aria-current] {
  color: var(--ink);
  border-color: var(--ai5);
}
.find {
  margin: 0 0 6px auto;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: var(--field);
  padding: 3px 7px 3px 10px;
  flex: 0 1000 150px;
  min-width: 62px;
  overflow: hidden;
  white-space: nowrap;
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: center;
}
.steps {
  display: flex;
  gap: 4px;
  padding-bottom: 6px;
}
a.toggle {
  color: inherit;
}
.class > :deep(.view) {
  grid-row: 4;
}
.out {
  margin-left: 8px;
}
.problem {
  margin: 16px 18px;
  align-self: start;
}
@media print {
  .top {
    padding: 0;
  }
  .top .steps,
  .top .find,
  .tabs,
  .class > .year {
    display: none;
  }
  .class {
    overflow: visible;
    display: block;
  }
}
</style>
