<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { useToday } from '~/stores/today'
import { useOpenClasses } from '~/composables/useOpenClasses'
import { changeQuery } from '~/composables/useGoTo'
import { counted } from '~/composables/useWords'

/** Learning habits of all classes on one page, once a period. A student in two classes is asked about in both, and it says so. */
useHead({ title: 'Learning habits · Yukata' })
const today = useToday()
if (!today.classes) await today.load()
const { open, problem, stepBack, ready } = useOpenClasses((today.classes ?? []).map((each) => each.id))
const isOpening = ref(true)
void ready.finally(() => (isOpening.value = false))
const withHabits = computed(() => open.value.filter((each) => standardsOf(each.structure!).some((one) => one.habit)))
const lead = computed(() => withHabits.value[0])
const periods = computed(() => lead.value?.periods.filter((each) => each.kind === 'grading') ?? [])
const classesOf = computed(() => {
  const of = new Map<string, string[]>()
  for (const each of withHabits.value)
    for (const { id } of each.students) of.set(id, [...(of.get(id) ?? []), each.snapshot!.section.title])
  return of
})
const alsoIn = (title: string) => (studentId: string) =>
  (classesOf.value.get(studentId) ?? []).filter((each) => each !== title)
const twice = computed(() => [...classesOf.value.values()].filter((each) => each.length > 1).length)
</script>

<template>
  <main id="work" class="page habits">
    <header>
      <h1>Learning habits</h1>
      <span class="steps"><StepButtons :by="stepBack" /></span>
    </header>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template v-if="lead">
      <p class="soft lead">
        Given once a period, apart from grades; what you saw through the term stands in the cell until you give your
        own.
        <template v-if="twice"
          >{{ counted(twice, 'student is', 'students are') }} in two of your classes, and asked about in both: it says
          <i>twice</i> beside the name.</template
        >
      </p>
      <p class="row-of" role="group" aria-label="Period">
        <button
          v-for="each in periods"
          :key="each.id"
          type="button"
          class="toggle"
          :aria-pressed="each.id === lead.periodId"
          @click="changeQuery({ period: each.id })"
        >
          {{ each.title }}
        </button>
      </p>
      <ClassScope v-for="each in withHabits" :key="each.snapshot!.section.id" :class-store="each">
        <HabitSheet :also="alsoIn(each.snapshot!.section.title)" />
      </ClassScope>
    </template>
    <p v-else-if="isOpening" class="soft" role="status">
      Opening {{ counted((today.classes ?? []).length, 'class', 'classes') }}
    </p>
    <section v-else-if="!problem" class="empty">
      <h2>No learning habits yet</h2>
      <p>The district's office says which habits are looked at, and in which courses.</p>
      <NuxtLink class="button" to="/">Go to Today</NuxtLink>
    </section>
  </main>
</template>

<style scoped>
.habits {
  overflow-y: auto;
}
header {
  display: flex;
  align-items: center;
}
.steps {
  margin-left: auto;
}
.lead {
  max-width: 44rem;
}
p.row-of {
  margin: 10px 0 16px;
}
</style>
