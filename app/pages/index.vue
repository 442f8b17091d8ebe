<script setup lang="ts">
import { partsOf } from '#core/kind'
import { daysBetween } from '#core/calendar/date'
import type { TodayClass } from '#shared/today'
import { useDecisions } from '~/stores/decisions'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { shortDay, longDay, counted } from '~/composables/useWords'

const today = useToday()
const { person, today: date } = storeToRefs(usePerson())
const decisions = useDecisions()
const problem = ref('')

useHead({ title: 'Today · Yukata' })
onMounted(() => today.load().catch((error) => (problem.value = error.message)))

const mendPath = (each: TodayClass, end: TodayClass['looseEnds'][number]) => {
  const base = `/class/${each.id}`
  if (end.mend.view === 'plan') return `${base}/plan`
  if (end.mend.view === 'close')
    return { path: `${base}/close`, query: { period: end.mend.periodId, student: end.mend.studentId } }
  if (end.mend.studentId)
    return { path: base, query: { student: end.mend.studentId, assignment: end.mend.assignmentId } }
  return { path: base, query: { edit: end.mend.assignmentId } }
}

/** The first cell that waits for a decision, or the class whose list in the status line does. */
function decisionPath(sectionId: string) {
  const first = decisions.conflicts.find((each) => each.sectionId === sectionId)
  const [student, assignment] = first ? partsOf(first.id) : []
  return { path: `/class/${sectionId}`, query: first ? { student, assignment } : {} }
}

function left(each: TodayClass): string {
  if (!each.period) return 'No grading period'
  if (each.period.declared) return `${each.period.title} is declared`
  const days = daysBetween(date.value, each.period.lastDay)
  return `${each.period.title} ends ${shortDay(each.period.lastDay)}, in ${counted(days, 'day')}`
}
</script>

<template>
  <main id="work" class="page">
    <header>
      <h1>{{ date ? longDay(date) : '' }}</h1>
      <p v-if="today.classes?.length" class="soft">
        {{ counted(today.classes.length, 'class', 'classes') }}.
        {{ today.waits ? `${counted(today.waits, 'thing')} wait${today.waits === 1 ? 's' : ''}.` : 'Nothing waits.' }}
      </p>
    </header>
    <Message v-if="problem" severity="error">{{ problem }}</Message>

    <section v-if="today.classes && today.classes.length === 0" class="empty">
      <h2>{{ person?.role === 'registrar' ? 'The district office' : 'No classes yet' }}</h2>
      <p v-if="person?.role === 'registrar'">
        You keep the rosters, and what the district fixes for every class. Scores and grades belong to the teachers, so
        no class opens here.
      </p>
      <p v-else>Your classes, their students and the grading periods come from the district's system.</p>
      <div class="row-of">
        <NuxtLink v-if="person?.role === 'registrar'" class="button" to="/district">District policy</NuxtLink
        ><NuxtLink class="button" :class="{ second: person?.role === 'registrar' }" to="/exchange"
          >Get the classes</NuxtLink
        >
      </div>
    </section>

    <ol v-else class="classes" aria-label="Classes in the order of the day">
      <li v-for="each in today.classes ?? []" :key="each.id">
        <b class="hour flare">{{ each.meets || '·' }}</b>
        <div class="what">
          <h2>
            <NuxtLink :to="`/class/${each.id}`">{{ each.title }}</NuxtLink>
          </h2>
          <p class="soft">{{ counted(each.students, 'student') }}. {{ left(each) }}</p>
        </div>
        <div class="waits">
          <NuxtLink v-if="decisions.countOf.get(each.id)" class="chip seal" :to="decisionPath(each.id)"
            >{{ decisions.countOf.get(each.id) }} to decide</NuxtLink
          >
          <NuxtLink v-if="each.toScore" class="chip" :to="`/class/${each.id}`">{{ each.toScore }} to score</NuxtLink>
          <span v-else-if="each.assignments" class="soft">All scored</span>
          <NuxtLink v-else class="chip" :to="each.planned ? `/class/${each.id}?edit=new` : `/class/${each.id}/plan`">{{
            each.planned ? 'Add the first assignment' : 'Make a plan'
          }}</NuxtLink>
          <details v-if="each.looseEnds.length">
            <summary class="chip ochre">{{ counted(each.looseEnds.length, 'loose end') }}</summary>
            <ul>
              <li v-for="end in each.looseEnds" :key="end.text">
                <NuxtLink :to="mendPath(each, end)">{{ end.text }}</NuxtLink>
              </li>
            </ul>
          </details>
        </div>
        <div class="next">
          <p v-for="work in each.next.slice(0, 2)" :key="work.id">
            <span class="soft date">{{ shortDay(work.dueOn) }}</span> {{ work.name }}
          </p>
          <p v-if="each.joined.length" class="new">New: {{ each.joined.map((one) => one.name).join(', ') }}</p>
        </div>
      </li>
    </ol>
  </main>
</template>

<style scoped>
header {
  margin-bottom: 14px;
}
h1 {
  font-size: 24px;
  margin-bottom: 4px;
}
.classes {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1.5px solid var(--ai3);
}
.classes > li {
  display: grid;
  grid-template-columns: 38px minmax(220px, 1.2fr) minmax(200px, 1fr) minmax(220px, 1.1fr);
  gap: 12px;
  padding: 13px 0;
  border-bottom: 1px solid var(--hair);
  align-items: start;
}
.hour {
  font-size: 21px;
  font-weight: 560;
  color: var(--ai4);
  line-height: 1;
  padding-left: 4px;
}
h2 a {
  color: inherit;
  text-decoration: none;
}
h2 a:hover {
  text-decoration: underline;
}
.what p {
  margin-top: 3px;
}
.waits {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: start;
}
summary {
  cursor: pointer;
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
details ul {
  margin: 7px 0 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 5px;
}
.next p {
  display: flex;
  gap: 8px;
}
.date {
  width: 48px;
  flex: none;
}
.new {
  color: var(--ai5);
  font-weight: 560;
  margin-top: 3px;
}
@media (max-width: 1100px) {
  .classes > li {
    grid-template-columns: 38px 1fr 1fr;
  }
  .next {
    grid-column: 2 / -1;
  }
}
</style>
