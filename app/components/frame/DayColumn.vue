<script setup lang="ts">
import type { TodayClass } from '#shared/today'
import { useDecisions } from '~/stores/decisions'
import { useFrame } from '~/stores/frame'
import { useToday } from '~/stores/today'
import { counted } from '~/composables/useWords'

const today = useToday()
const frame = useFrame()
const decisions = useDecisions()
const route = useRoute()

onMounted(() => today.classes ?? today.read())
/** Retries until the server answers, whichever component asked first. */
const AGAIN_MS = 5000
const again = useTimeoutFn(() => void today.read(), AGAIN_MS, { immediate: false })
watch(
  () => today.problem,
  (problem) => (!today.classes && problem?.unreachable ? again.start() : again.stop()),
  { immediate: true },
)

const isOpen = (id: string) => route.path.startsWith(`/class/${id}`)

function waits({ id, students, toScore, assignments, levels, planned }: TodayClass): string {
  const decide = decisions.countOf.get(id)
  if (decide) return `${decide} to decide`
  const begun = planned ? 'no work yet' : 'no plan yet'
  const left = toScore ? `${toScore} to score` : assignments ? 'all scored' : levels ? 'levels alone' : begun
  return `${counted(students, 'student')}, ${left}`
}
</script>

<template>
  <nav class="day" :class="{ rail: frame.isRail }" aria-label="The day">
    <NuxtLink class="brand flare" to="/">Yukata</NuxtLink>
    <NuxtLink class="today" to="/" :aria-current="route.path === '/' ? 'page' : undefined">
      <span>Today</span
      ><span v-if="today.waits" class="pill">{{ today.waits }}<span class="visually-hidden"> things wait</span></span>
    </NuxtLink>
    <p v-if="!today.classes && today.problem" class="missing" role="status">
      <span>{{ today.problem.message }}</span>
      <button type="button" class="chip" @click="today.read()">Try again</button>
    </p>
    <ol>
      <li v-for="each in today.classes ?? []" :key="each.id">
        <NuxtLink
          :to="`/class/${each.id}`"
          :title="each.title"
          :class="{ on: isOpen(each.id) }"
          :aria-current="isOpen(each.id) ? 'page' : undefined"
        >
          <b class="flare">{{ each.meets || '·' }}</b><span class="name">{{ each.title }}</span
          ><small :class="{ decide: decisions.countOf.get(each.id) }">{{ waits(each) }}</small>
        </NuxtLink>
      </li>
    </ol>
    <DayFoot />
  </nav>
</template>

<style scoped>
.day {
  grid-row: 1 / 3;
  background: var(--ai6);
  color: #e6eaf7;
  display: flex;
  flex-direction: column;
  position: relative;
  min-height: 0;
}
.day::before {
  content: '';
  position: absolute;
  inset: 0;
  opacity: 0.1;
  pointer-events: none;
  mask: linear-gradient(#000 0, transparent 140px);
  background:
    radial-gradient(circle at 50% 100%, transparent 7px, #fff 7px 8px, transparent 8px) 0 0 / 18px 10px,
    radial-gradient(circle at 50% 100%, transparent 7px, #fff 7px 8px, transparent 8px) 9px 5px / 18px 10px;
}
.day a,
.day button {
  color: inherit;
  text-decoration: none;
}
.brand {
  font-size: 20px;
  padding: 14px 16px 10px;
}
.today {
  display: flex;
  justify-content: space-between;
  padding: 7px 16px;
  font-weight: 560;
}
.pill {
  background: #ffffff1f;
  border-radius: 9px;
  padding: 0 7px;
  font-size: 11px;
  line-height: 17px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 4px 8px;
  flex: 1;
  overflow-y: auto;
}
li a {
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 7px 8px;
  border-radius: 7px;
  margin-bottom: 2px;
  align-items: baseline;
}
.missing {
  margin: 0;
  padding: 8px 16px;
}
.missing .chip {
  margin-top: 6px;
  background: #ffffff1f;
}
.rail .missing {
  padding: 8px 4px;
  text-align: center;
}
.rail .missing .chip {
  padding: 2px 4px;
}
.rail .missing span {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
li b {
  font-size: 17px;
  font-weight: 560;
  color: #aebbe4;
}
li .name {
  font-weight: 560;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
li small {
  grid-column: 2;
  color: #aab6dd;
  font-size: 11.5px;
}
li small.decide {
  color: #ffb49f;
  font-weight: 600;
}
li a.on small.decide {
  color: #a8331d;
}
li a:hover {
  background: #ffffff14;
}
li a.on {
  background: #fffefb;
  color: #1c2342;
}
li a.on b {
  color: #2f3f86;
}
li a.on small {
  color: #5c6483;
}
.day :focus-visible {
  outline-color: #d5dcf0;
}
.rail .brand {
  font-size: 0;
  padding: 14px 0 10px;
  height: 44px;
  text-align: center;
}
.rail .brand::first-letter {
  font-size: 20px;
}
.rail .today {
  padding: 7px 0;
  flex-direction: column;
  align-items: center;
  font-size: 11px;
}
.rail li a {
  grid-template-columns: 1fr;
  text-align: center;
  padding: 7px 2px;
}
.rail li .name,
.rail li small {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
/* Zoomed far in, the day lies across the top. */
@media (max-width: 760px) {
  .day {
    grid-row: auto;
    flex-direction: row;
    align-items: center;
    gap: 4px;
    padding: 2px 8px;
    min-width: 0;
  }
  .brand {
    display: none;
  }
  ol {
    display: flex;
    padding: 4px;
    overflow-x: auto;
  }
  li a {
    margin: 0;
    padding: 5px 10px;
  }
}
@media print {
  .day {
    display: none;
  }
}
</style>
