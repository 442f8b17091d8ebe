<script setup lang="ts">
import { useClassBeside } from '~/stores/class'
import { useStepping } from '~/stores/stepping'
import { useToday } from '~/stores/today'
import { ApiProblem } from '~/composables/useApi'
import { useBook } from '~/composables/useBook'
import { useNews } from '~/composables/useNews'
import { useSheetView } from '~/composables/useSheetView'
import { useStepKeys } from '~/composables/useStepKeys'
import { useNotices } from '~/stores/notices'
import { useStepBack } from '~/composables/useStepBack'
import { goTo } from '~/composables/useGoTo'

/** All classes of one course as one sheet, for the stack that holds them all. */
definePageMeta({ margin: true, key: (route) => `course-${String(route.params.course)}` })

const route = useRoute()
const today = useToday()
if (!today.classes) await today.load()
const classes = (today.classes ?? []).filter((each) => each.courseId === route.params.course)
const notices = useNotices()
const problem = ref('')
const rooms = classes.map((each) => useClassBeside(each.id))
const wanted = () => (route.query.period ? String(route.query.period) : null)
await Promise.all(rooms.map((room, at) => room.open(classes[at]!.id, wanted()))).catch((error: unknown) => {
  if (!(error instanceof ApiProblem)) throw error
  problem.value = error.message
})
const open = problem.value ? [] : rooms
const lead = open[0]
watch(
  () => route.query.period,
  () => open.forEach((room) => room.look(wanted())),
)

// What is done here is a step of all classes together.
const steps = useStepping({
  classes: () => new Map(open.map((room) => [room.snapshot!.section.id, room.stepped])),
  together: (acts) => lead!.sendTogether(acts),
  say: (words) => notices.say(words),
})
open.forEach((room) => room.stepWith(steps))
onScopeDispose(() => open.forEach((room) => room.stepWith(null)))
void steps.load()
const stepBack = useStepBack(
  () => ({ nearest: steps.nearest.value, undo: steps.undo, redo: steps.redo }),
  () => open,
)
useStepKeys(stepBack)
useNews(() => open)

const book = useBook(open, useSheetView().view)
const { counts } = steps
useHead({ title: () => `${classes[0]?.course ?? 'Course'} · Yukata` })
</script>

<template>
  <main id="work" class="course">
    <header class="top">
      <h1>{{ classes[0]?.course ?? 'No such course' }}</h1>
      <nav class="row-of" aria-label="Its classes">
        <NuxtLink v-for="each in classes" :key="each.id" class="chip" :to="`/class/${each.id}`">{{
          each.title
        }}</NuxtLink>
      </nav>
      <div class="row-of steps"><StepButtons :steps="counts" :by="stepBack" /></div>
    </header>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template v-if="lead">
      <ClassScope :room="lead">
        <YearStrip
          @look="(period) => goTo({ query: { period } })"
          @assignment="(edit) => goTo({ query: { ...route.query, edit } })"
        />
      </ClassScope>
      <ScoreBook :book="book" :as-one="steps.asOne" />
    </template>
    <section v-else-if="!problem" class="empty">
      <h2>Nothing to show here</h2>
      <p>You have no class of this course.</p>
      <NuxtLink class="button" to="/">Go to Today</NuxtLink>
    </section>
  </main>
</template>

<style scoped>
.course {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  overflow: hidden;
}
.top {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 12px 16px 9px 18px;
}
.steps {
  margin-left: auto;
}
.course > :deep(.view),
.course > .empty {
  grid-row: 3;
}
</style>
