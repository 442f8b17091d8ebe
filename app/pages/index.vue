<script setup lang="ts">
import { say } from '~/words/say'
import { partsOf } from '#core/kind'
import { daysAfter, daysBetween } from '#core/calendar/date'
import { DAYS_AHEAD } from '#core/today/class-day'
import type { TodayClass } from '#shared/today'
import { useDecisions } from '~/stores/decisions'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { shortDay, longDay, weekDay, counted } from '~/composables/useWords'
import { pathOfEnd } from '~/composables/useEndPath'
import { endWords } from '~/words/loose-ends'

const today = useToday()
const { person, today: date } = storeToRefs(usePerson())
const decisions = useDecisions()
const problem = ref('')

useHead({ title: 'Today · Yukata' })
onMounted(() => today.load().catch((error) => (problem.value = error.message)))

const mendPath = (each: TodayClass, end: TodayClass['looseEnds'][number]) => pathOfEnd(each.id, end)

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

const all = computed(() => today.classes ?? [])
const stacks = computed(() =>
  all.value
    .flatMap((of) => of.stacks.map((each) => ({ ...each, of })))
    .toSorted((a, b) => a.dueOn.localeCompare(b.dueOn) || a.of.meets.localeCompare(b.of.meets)),
)
/** The week ahead, over all classes. */
const days = computed(() =>
  Array.from({ length: DAYS_AHEAD }, (_, at) => daysAfter(date.value, at)).map((day) => ({
    day,
    work: all.value.flatMap((of) => of.ahead.filter((each) => each.dueOn === day).map((each) => ({ ...each, of }))),
  })),
)
/** Where the week is empty, what comes after it. */
const nextDue = computed(() => {
  if (days.value.some(({ work }) => work.length)) return null
  const coming = all.value.flatMap((of) => of.next.map((each) => ({ ...each, of })))
  return coming.toSorted((a, b) => a.dueOn.localeCompare(b.dueOn))[0] ?? null
})
const moves = computed(() =>
  all.value.flatMap((of) => [
    ...of.joined.map((each) => ({ ...each, of, what: 'joined' })),
    ...of.left.map((each) => ({ ...each, of, what: 'left' })),
  ]),
)
const MISSING = 6
const everyone = ref(false)
const missing = computed(() =>
  all.value.flatMap((of) => of.missing.map((each) => ({ ...each, of }))).toSorted((a, b) => b.count - a.count),
)
/** Loose ends by kind, each kind with its classes. */
const ends = computed(() => {
  const kinds = new Map<string, { of: TodayClass; end: TodayClass['looseEnds'][number] }[]>()
  for (const of of all.value)
    for (const end of of.looseEnds) kinds.set(end.code, [...(kinds.get(end.code) ?? []), { of, end }])
  return [...kinds].map(([code, list]) => ({ code, words: endWords[code as keyof typeof endWords], list }))
})
const toDecide = computed(() =>
  all.value.flatMap((of) => {
    const count = decisions.countOf.get(of.id)
    return count ? [{ of, count }] : []
  }),
)
const student = (of: TodayClass, id: string) => `/class/${of.id}/student/${id}`
const cell = (of: TodayClass, assignment: string, who?: string) => ({
  path: `/class/${of.id}`,
  query: { ...(who ? { student: who } : {}), assignment },
})
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
    <p v-if="!today.classes && !problem" class="shape" role="status">
      <span class="visually-hidden">Reading the day</span>
    </p>

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

    <template v-else-if="today.classes">
      <ol class="week" aria-label="Due today and in the week ahead">
        <li v-for="{ day, work } in days" :key="day" :class="{ now: day === date, idle: !work.length }">
          <b>{{ day === date ? 'Today' : weekDay(day) }}</b>
          <NuxtLink
            v-for="each in work"
            :key="each.of.id + each.id"
            :to="cell(each.of, each.id)"
            :title="`${each.name}, ${each.of.title}`"
            ><span class="hour">{{ each.of.meets }}</span> {{ each.shortName }}</NuxtLink
          >
        </li>
      </ol>
      <p v-if="nextDue" class="soft next">
        Nothing is due in the week ahead. Next:
        <NuxtLink :to="cell(nextDue.of, nextDue.id)">{{ nextDue.name }}</NuxtLink>, {{ nextDue.of.title }},
        {{ shortDay(nextDue.dueOn) }}
      </p>
      <div class="two">
        <section aria-labelledby="t-stacks">
          <h2 id="t-stacks">To score</h2>
          <ul class="lines" aria-labelledby="t-stacks">
            <li v-for="each in stacks" :key="each.of.id + each.id">
              <NuxtLink :to="cell(each.of, each.id, each.firstStudentId)">{{ each.name }}</NuxtLink>
              <span class="soft">{{ each.of.title }}, due {{ shortDay(each.dueOn) }}</span>
              <span class="figure">{{ each.waiting }}</span>
            </li>
          </ul>
          <p v-if="!stacks.length" class="soft">Every paper that is due has its score or its mark.</p>
          <h2 id="t-classes">Classes</h2>
          <ol class="lines" aria-label="Classes in the order of the day">
            <li v-for="each in all" :key="each.id">
              <span class="hour">{{ each.meets }}</span>
              <h3>
                <NuxtLink :to="`/class/${each.id}`">{{ each.title }}</NuxtLink>
              </h3>
              <span class="soft">{{ left(each) }}</span>
              <NuxtLink
                v-if="each.toScore"
                class="chip"
                :to="{ path: `/class/${each.id}`, query: { show: 'unscored' } }"
                >{{ each.toScore }} to score</NuxtLink
              >
              <span v-else-if="each.assignments" class="soft">All scored</span>
              <NuxtLink v-else-if="each.levels" class="soft" :to="`/class/${each.id}/proficiency`"
                >Levels alone</NuxtLink
              >
              <NuxtLink
                v-else
                class="chip"
                :to="each.planned ? `/class/${each.id}?edit=new` : `/class/${each.id}/plan`"
                >{{ each.planned ? 'Add the first assignment' : 'Make a plan' }}</NuxtLink
              >
            </li>
          </ol>
        </section>
        <section aria-label="What else waits">
          <template v-if="toDecide.length">
            <h2>To decide</h2>
            <ul class="lines">
              <li v-for="each in toDecide" :key="each.of.id">
                <NuxtLink class="seal" :to="decisionPath(each.of.id)">{{ each.count }} to decide</NuxtLink
                ><span class="soft">{{ each.of.title }}: changed elsewhere too</span>
              </li>
            </ul>
          </template>
          <template v-if="ends.length">
            <h2>Loose ends</h2>
            <details v-for="each in ends" :key="each.code" :open="each.list.length === 1">
              <summary>
                {{ each.words }} <span class="figure">{{ each.list.length }}</span>
              </summary>
              <ul>
                <li v-for="one in each.list" :key="one.of.id + say(one.end.message)">
                  <NuxtLink :to="mendPath(one.of, one.end)">{{ say(one.end.message) }}</NuxtLink>
                  <span class="soft">{{ one.of.title }}</span>
                </li>
              </ul>
            </details>
          </template>
          <template v-if="missing.length">
            <h2>Missing work</h2>
            <ul class="lines">
              <li v-for="each in missing.slice(0, everyone ? undefined : MISSING)" :key="each.of.id + each.id">
                <NuxtLink :to="student(each.of, each.id)">{{ each.name }}</NuxtLink><span class="soft">{{
                  each.of.title
                }}</span
                ><span class="figure">{{ each.count }}</span>
              </li>
            </ul>
            <button v-if="missing.length > MISSING" type="button" class="chip more" @click="everyone = !everyone">
              {{ everyone ? 'only the first' : `${missing.length - MISSING} more` }}
            </button>
          </template>
          <template v-if="moves.length">
            <h2>Came and went</h2>
            <ul class="lines">
              <li v-for="each in moves" :key="each.of.id + each.id + each.what">
                <NuxtLink :to="student(each.of, each.id)">{{ each.name }}</NuxtLink><span class="soft"
                  >{{ each.what }} {{ each.of.title }}</span
                >
              </li>
            </ul>
          </template>
        </section>
      </div>
    </template>
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
h2 {
  margin: 20px 0 4px;
}
section > h2:first-child {
  margin-top: 0;
}
.shape {
  height: 180px;
  border-radius: 8px;
  background: linear-gradient(var(--ai1), transparent);
}
.week {
  list-style: none;
  margin: 0 0 22px;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  border-top: 1.5px solid var(--ai3);
  border-bottom: 1px solid var(--hair);
}
.week li {
  padding: 8px 10px 10px;
  border-left: 1px solid var(--hair);
  display: grid;
  gap: 3px;
  align-content: start;
  min-height: 74px;
  min-width: 0;
}
.week li:first-child {
  border-left: 0;
}
.week .now {
  background: var(--ai1);
}
.week .idle b {
  color: var(--soft);
  font-weight: 500;
}
.week a {
  color: var(--ink);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  text-decoration: none;
}
.week a:hover {
  text-decoration: underline;
}
.hour {
  color: var(--ai4);
  font-weight: 640;
  display: inline-block;
  min-width: 12px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 40px;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);
}
.lines li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
  min-height: 32px;
}
.lines li > .soft {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.next {
  margin: -12px 0 20px;
}
.more {
  margin-top: 6px;
}
.lines .figure {
  width: auto;
  text-align: right;
}
.lines .figure,
.lines .chip {
  margin-left: auto;
  flex: none;
  font-weight: 640;
}
.lines h3 {
  font-size: 13px;
  margin: 0;
  font-weight: 560;
  white-space: nowrap;
}
.lines ol,
.lines a {
  white-space: nowrap;
}
.seal {
  color: var(--shu);
}
summary {
  cursor: pointer;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}
summary .figure {
  color: var(--ochre);
  font-weight: 640;
}
details ul {
  margin: 4px 0 8px;
  padding: 0 0 0 14px;
  list-style: none;
  display: grid;
  gap: 4px;
}
@media (max-width: 1100px) {
  .two {
    gap: 24px;
  }
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
  .week {
    grid-template-columns: 1fr;
  }
  .week .idle {
    display: none;
  }
}
</style>
