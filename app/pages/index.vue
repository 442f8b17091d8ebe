<script setup lang="ts">
import { daysBetween } from '#core/calendar/date'
import type { TodayClass } from '#shared/today'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { shortDay, longDay, counted } from '~/composables/useWords'

const today = useToday()
const { person, today: date } = storeToRefs(usePerson())

useHead({ title: 'Today · Yukata' })
onMounted(() => today.read())

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
const cell = (of: TodayClass, assignment: string, who: string) => ({
  path: `/class/${of.id}`,
  query: { student: who, assignment },
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
    <Message v-if="today.problem" severity="error"
      >{{ today.problem.message }} <button type="button" class="chip" @click="today.read()">Try again</button></Message
    >
    <p v-else-if="!today.classes" class="shape" role="status">
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
      <NightLine />
      <WeekAhead :classes="all" />
      <ClosingLines :classes="all" />
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
          <RollOver v-if="all.some((each) => !each.planned)" />
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
          <p class="past"><NuxtLink class="soft" to="/past">Past years</NuxtLink></p>
        </section>
        <section aria-label="What else waits">
          <WhatWaits :classes="all" />
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
.past {
  margin-top: 10px;
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
@media (max-width: 1100px) {
  .two {
    gap: 24px;
  }
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
