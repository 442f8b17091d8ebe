<script setup lang="ts">
import { daysAfter } from '#core/calendar/date'
import { DAYS_AHEAD } from '#core/today/class-day'
import type { TodayClass } from '#shared/today'
import { usePerson } from '~/stores/person'
import { shortDay, weekDay } from '~/composables/useWords'

/** What is due today and in the week ahead, over all classes on one line of days. */
const props = defineProps<{ classes: readonly TodayClass[] }>()
const { today: date } = storeToRefs(usePerson())

const days = computed(() =>
  Array.from({ length: DAYS_AHEAD }, (_, at) => daysAfter(date.value, at)).map((day) => ({
    day,
    work: props.classes.flatMap((of) => of.ahead.filter((each) => each.dueOn === day).map((each) => ({ ...each, of }))),
  })),
)
/** Where the week is empty, what comes after it. */
const nextDue = computed(() => {
  if (days.value.some(({ work }) => work.length)) return null
  const coming = props.classes.flatMap((of) => of.next.map((each) => ({ ...each, of })))
  return coming.toSorted((a, b) => a.dueOn.localeCompare(b.dueOn))[0] ?? null
})
const cell = (of: TodayClass, assignment: string) => ({ path: `/class/${of.id}`, query: { assignment } })
</script>

<template>
  <div>
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
  </div>
</template>

<style scoped>
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
.next {
  margin: -12px 0 20px;
}
@media (max-width: 760px) {
  .week {
    grid-template-columns: 1fr;
  }
  .week .idle {
    display: none;
  }
}
</style>
