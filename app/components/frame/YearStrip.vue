<script setup lang="ts">
import { daysAfter, daysBetween, isCivilDate, type CivilDate } from '#core/calendar/date'
import { holds, periodOf, type Period } from '#core/calendar/periods'
import { differs } from '#core/plan/all-periods'
import { assignmentsOf } from '#core/plan/rules'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { usePickedDay } from '~/composables/usePickedDay'
import { shortDay } from '~/composables/useWords'

const picked = usePickedDay()
/** While a form waits for a date, a click says the day; else it looks at a period. */
function choose(span: Span, event: MouseEvent): void {
  // A press of a key has no place on the strip.
  if (!picked.value || event.detail === 0) {
    if (span.period) emit('look', span.period.id)
    return
  }
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const share = box.width ? (event.clientX - box.left) / box.width : 0
  picked.value.pick(daysAfter(span.firstDay, Math.min(span.days - 1, Math.max(0, Math.floor(share * span.days)))))
}
const emit = defineEmits<{ look: [periodId: string]; assignment: [assignmentId: string] }>()

const classStore = useClassStore()
const { today } = storeToRefs(usePerson())

interface Span {
  firstDay: CivilDate
  lastDay: CivilDate
  days: number
  /** The grading period; none in the days between two. */
  period: (typeof classStore.periods)[number] | null
}

/** The year from its first to its last day: the grading periods, and the days between them. */
const spans = computed<Span[]>(() => {
  const all: Span[] = []
  const add = (firstDay: CivilDate, lastDay: CivilDate, period: Span['period']) =>
    all.push({ firstDay, lastDay, period, days: daysBetween(firstDay, lastDay) + 1 })
  for (const period of classStore.periods) {
    const next = all.length ? daysAfter(all.at(-1)!.lastDay, 1) : period.firstDay
    if (next < period.firstDay) add(next, daysAfter(period.firstDay, -1), null)
    add(period.firstDay, period.lastDay, period)
  }
  return all
})
/** To scale, but never too narrow to be hit. */
const columns = computed(() =>
  spans.value.map((span) => `minmax(${span.period ? '24px' : '0'}, ${span.days}fr)`).join(' '),
)

const ticks = computed(() =>
  classStore.structure ? assignmentsOf(classStore.structure).filter((each) => each.dueOn !== null) : [],
)

/** The span that a day is drawn in; a day outside the year is drawn at its nearer end. */
function spanOf(date: CivilDate): Span | undefined {
  return (
    spans.value.find((span) => holds(span, date)) ??
    (date < spans.value[0]!.firstDay ? spans.value[0] : spans.value.at(-1))
  )
}
const at = (span: Span, date: CivilDate) =>
  `${Math.min(100, Math.max(0, (100 * (daysBetween(span.firstDay, date) + 0.5)) / span.days))}%`

/** Periods whose grade is made in another way than the class's. */
const ownWay = computed(
  () => new Set(classStore.periods.flatMap((each) => (differs(classStore.structure!, each) ? each.id : []))),
)
const declared = (periodId: string) => classStore.get('declaration', periodId).declared
/** What the eye sees by its place and its marks, in words. */
const nameOf = ({ id, kind, title }: Period) =>
  [
    kind === 'exam' ? `Exam window, ${title}` : title,
    ...(declared(id) ? ['declared'] : []),
    ...(ownWay.value.has(id) ? ['a method or weights of its own'] : []),
  ].join(', ')
</script>

<template>
  <div
    class="year"
    :class="{ picking: picked }"
    role="group"
    aria-label="The school year"
    :style="{ gridTemplateColumns: columns }"
  >
    <div v-for="span in spans" :key="span.firstDay" class="span">
      <button
        v-if="span.period"
        type="button"
        :class="{
          on: span.period.id === classStore.periodId,
          exam: span.period.kind === 'exam',
          sealed: declared(span.period.id),
          differs: ownWay.has(span.period.id),
        }"
        :aria-pressed="span.period.id === classStore.periodId"
        :aria-label="nameOf(span.period)"
        :title="
          `${span.period.title}, ${shortDay(span.firstDay)} to ${shortDay(span.lastDay)}` +
          (ownWay.has(span.period.id) ? '; a method or weights of its own' : '')
        "
        @click="choose(span, $event)"
      >
        {{ span.period.kind === 'exam' ? 'Ex' : span.period.title }}
      </button>
      <div class="ticks" @click="picked && choose(span, $event)">
        <template v-for="each in ticks" :key="each.id">
          <template v-if="spanOf(each.dueOn!) === span">
            <button
              v-if="periodOf(classStore.periods, each.dueOn) === null"
              type="button"
              class="out"
              :style="{ left: at(span, each.dueOn!) }"
              :title="`${each.name}, ${shortDay(each.dueOn)}: outside every grading period`"
              @click="emit('assignment', each.id)"
            >
              <span class="visually-hidden">{{ each.name }}, outside every grading period</span>
            </button>
            <i v-else :style="{ left: at(span, each.dueOn!) }" />
          </template>
        </template>
      </div>
      <div
        v-if="picked && isCivilDate(picked.day) && spanOf(picked.day) === span"
        class="picked"
        :style="{ left: at(span, picked.day) }"
      />
      <div
        v-if="spanOf(today) === span"
        class="now"
        :style="{ left: at(span, today) }"
        :title="`Today, ${shortDay(today)}`"
      />
    </div>
  </div>
</template>

<style scoped>
.year {
  display: grid;
  column-gap: 3px;
  padding: 9px 16px 5px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.span {
  position: relative;
  min-width: 0;
  height: 34px;
}
.span > button {
  width: 100%;
  height: 22px;
  display: block;
  position: relative;
  border: 0;
  background: var(--ai1);
  border-radius: 4px;
  font-size: 11.5px;
  padding: 0 7px;
  color: var(--soft);
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
}
.span > button:hover {
  background: var(--ai2);
}
.span > .exam {
  background: repeating-linear-gradient(135deg, var(--ai2) 0 3px, var(--ai1) 3px 6px);
  padding: 0;
  font-weight: 600;
  color: var(--ink);
  text-align: center;
}
.span > .on,
.span > .on:hover {
  background: var(--strong);
  color: var(--on-strong);
  font-weight: 600;
}
/* Sewn to a pattern of its own. */
.span > .differs {
  border-bottom: 2px dashed var(--ai4);
}
.span > .on.differs {
  border-bottom-color: var(--on-strong);
}
.span > .sealed::after {
  content: '';
  position: absolute;
  right: 6px;
  top: 6px;
  width: 10px;
  height: 10px;
  border-radius: 3px;
  background: var(--shu);
}
.span > .on.sealed::after {
  box-shadow: 0 0 0 1.5px var(--on-strong);
}
.ticks {
  position: absolute;
  top: 24px;
  left: 0;
  right: 0;
  height: 10px;
}
.ticks i {
  position: absolute;
  top: 3px;
  width: 4px;
  height: 4px;
  margin-left: -2px;
  border-radius: 50%;
  background: var(--ai4);
}
.ticks .out {
  position: absolute;
  top: 1px;
  width: 8px;
  height: 8px;
  margin-left: -4px;
  padding: 0;
  border-radius: 50%;
  background: none;
  border: 1.5px solid var(--shu);
  z-index: 1;
}
.ticks .out::after {
  content: '';
  position: absolute;
  inset: -9px;
}
.picking .span,
.picking .span > button {
  cursor: crosshair;
}
.picked {
  position: absolute;
  top: 20px;
  width: 0;
  border: 5px solid transparent;
  border-bottom-color: var(--ai5);
  margin-left: -5px;
  pointer-events: none;
}
.now {
  position: absolute;
  top: -3px;
  bottom: 1px;
  width: 1.5px;
  /* It parts where the name of the period stands. */
  background: linear-gradient(var(--shu) 0 6px, transparent 6px 23px, var(--shu) 23px);
  pointer-events: none;
}
</style>
