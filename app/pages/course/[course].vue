<script setup lang="ts">
import { useToday } from '~/stores/today'
import { useSheetSource } from '~/composables/useSheetSource'
import { useOpenClasses } from '~/composables/useOpenClasses'
import { useSheetView } from '~/composables/useSheetView'
import { changeQuery, goTo } from '~/composables/useGoTo'

/** All classes of one course as one sheet, for the stack that holds them all. */
definePageMeta({ margin: true, key: (route) => `course-${String(route.params.course)}` })

const route = useRoute()
const today = useToday()
const { view } = useSheetView()
if (!today.classes) await today.load()
const classes = (today.classes ?? []).filter((each) => each.courseId === route.params.course)
const { open, problem, steps, stepBack, ready } = useOpenClasses(classes.map((each) => each.id))
await ready
const lead = open.value[0]
const source = useSheetSource(open.value, view)
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
      <div class="row-of steps"><StepButtons :by="stepBack" /></div>
    </header>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template v-if="lead">
      <ClassScope :class-store="lead">
        <YearStrip @look="(period) => goTo({ query: { period } })" @assignment="(edit) => changeQuery({ edit })" />
      </ClassScope>
      <ScoreSheet :source="source" :as-one="steps.asOne" />
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
