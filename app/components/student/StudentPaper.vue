<script setup lang="ts">
import { cardRemark } from '#core/remarks/card-remark'
import { isMissing } from '#core/scores/missing'
import { waitsFor } from '#core/scores/to-score'
import { describeCounting } from '~/words/plan'
import { jointId } from '#core/kind'
import { periodOf } from '#core/calendar/periods'
import { assignmentsOf } from '#core/plan/rules'
import { trendOf } from '#core/grading/trend'
import { standardsOf } from '#core/plan/standards-of'
import { levelIn } from '#core/proficiency/level'
import { levelWindow } from '#core/proficiency/window'
import { enrolledOn, fullName, type Student } from '#core/section'
import { cellView } from '~/sheet/score-view'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay, counted } from '~/composables/useWords'
import { usePeriodQuery } from '~/composables/useGoTo'

/** One student in this class, whole: every assignment and grade, what is missing, levels, remarks. */
const props = defineProps<{
  student: Student
  /** The whole year's work, in place of the period's. */
  everything: boolean
  /** Whether the way of the grade is drawn. */
  chart?: boolean
}>()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const TrendChart = defineAsyncComponent(() => import('~/components/student/TrendChart.vue'))
const classPath = computed(() => `/class/${classStore.snapshot!.section.id}`)
const pagePeriod = usePeriodQuery()

/** The assignments of the period, or of the whole year, as they stand for this student. */
const lines = computed(() => {
  const it = props.student
  const of = classStore.about(it.id)
  const dropped = classStore.droppedOf(it.id)
  const all = props.everything ? assignmentsOf(of) : classStore.assignments
  return all.map((assignment) => {
    const cell = classStore.get('cell', jointId(it.id, assignment.id))
    return {
      ...assignment,
      view: cellView(cell, assignment.points),
      note: cell.note,
      noteFor: cell.noteFor,
      missing: isMissing(cell),
      open: waitsFor(cell, assignment, it.spans, today.value) === 'now',
      aside: [
        ...(dropped.has(assignment.id) ? ['dropped'] : []),
        ...[describeCounting(assignment)].filter(Boolean),
        ...(assignment.dueOn && !enrolledOn(it, assignment.dueOn) ? ['not in the class then'] : []),
      ],
      category: classStore.categories.find((one) => one.id === assignment.categoryId)?.name ?? 'No category',
      period: periodOf(classStore.periods, assignment.dueOn)?.title ?? 'no period',
    }
  })
})
const missing = computed(() => lines.value.filter((each) => each.missing))
const grades = computed(() => {
  return classStore.lineage.map((each) => ({
    id: each.id,
    title: each.title,
    grade: classStore.gradeOfStudent(props.student.id, each.id),
  }))
})
const trend = computed(() => {
  if (!props.chart || !classStore.period) return []
  return trendOf(classStore.about(props.student.id), props.student, classStore.period, today.value)
})
const levels = computed(() => {
  const { period } = classStore
  if (!period) return []
  const window = levelWindow(classStore.about(props.student.id), period)
  return standardsOf(window.snapshot).flatMap((standard) => {
    const found = levelIn(window, props.student.id, standard.id)
    return found.evidence.length || found.override ? [{ standard, ...found }] : []
  })
})
const remarks = computed(() => {
  return classStore.snapshot!.periods.flatMap((each) => {
    const text = cardRemark(classStore.everything!, props.student, each.id)
    return text ? [{ title: each.title, text }] : []
  })
})
const spans = computed(() =>
  props.student.spans
    .map((each) => `${shortDay(each.firstDay)} ${each.lastDay ? `to ${shortDay(each.lastDay)}` : 'on'}`)
    .join(', and '),
)
const cellLink = (assignmentId: string) => ({
  path: classPath.value,
  query: { ...pagePeriod.value, student: props.student.id, assignment: assignmentId },
})
</script>

<template>
  <div>
    <p class="whose soft small">Teacher’s page, with private notes. Not for families.</p>
    <header>
      <div>
        <h2>{{ fullName(student) }}<LeftMark :student="student" /></h2>
        <p class="soft">{{ student.pronouns ?? 'no pronouns noted' }}; in this class {{ spans }}</p>
        <Suspense><MovedScores :key="student.id" :student="student" /></Suspense>
        <dl>
          <template v-for="each in grades" :key="each.id">
            <dt>{{ each.title }}</dt>
            <dd>
              <template v-if="each.grade?.effective">
                <s v-if="each.grade.override" class="was">{{ each.grade.computed?.percent ?? 'none' }}</s>
                <b :class="{ pen: each.grade.override }"
                  >{{ each.grade.effective.percent }} {{ each.grade.effective.label }}</b
                >
              </template>
              <span v-else class="soft">no grade</span>
              <NuxtLink
                class="small"
                :to="{ path: `${classPath}/work`, query: { period: each.id, student: student.id } }"
                >show work</NuxtLink
              >
            </dd>
          </template>
        </dl>
        <p v-if="missing.length" class="missing">
          <b>{{ counted(missing.length, 'assignment') }} missing:</b>
          <template v-for="(each, place) in missing" :key="each.id"
            >{{ place ? ', ' : ' ' }}<NuxtLink :to="cellLink(each.id)">{{ each.name }}</NuxtLink></template
          >
        </p>
      </div>
      <figure v-if="trend.length > 1">
        <figcaption class="soft small">{{ classStore.period?.title }}, once the work due by each day was in</figcaption>
        <div class="chart-room"><TrendChart :points="trend" /></div>
      </figure>
    </header>
    <table class="ruled">
      <thead>
        <tr>
          <th scope="col">Due</th>
          <th scope="col">Assignment</th>
          <th scope="col">Category</th>
          <th scope="col" class="number">Score</th>
          <th scope="col">Marks and notes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in lines" :key="each.id">
          <td class="soft">{{ shortDay(each.dueOn) }}</td>
          <th scope="row">
            <NuxtLink :to="cellLink(each.id)">{{ each.name }}</NuxtLink>
            <small v-if="everything" class="soft">{{ each.period }}</small>
          </th>
          <td class="soft">{{ each.category }}</td>
          <td class="number">
            <template v-if="each.view.text">{{ each.view.text }}</template><span v-else class="soft">{{
              each.open ? 'to score' : '–'
            }}</span
            ><sup v-if="each.view.excess">{{ each.view.excess }}</sup>
            <span class="soft"> of {{ each.points }}</span>
          </td>
          <td class="words">
            <span :class="{ alarm: each.missing }">{{ each.view.mark }}</span>
            <span v-if="each.note"
              >{{ each.note }} <small class="soft">{{ each.noteFor === 'family' ? 'family' : 'only you' }}</small></span
            >
            <span v-for="aside in each.aside" :key="aside" class="soft">{{ aside }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="!lines.length" class="soft">No work in {{ classStore.period?.title }} yet.</p>
    <template v-if="levels.length">
      <h3>Proficiency</h3>
      <table class="ruled">
        <tbody>
          <tr v-for="each in levels" :key="each.standard.id">
            <th scope="row">{{ each.standard.code }}</th>
            <td>{{ each.standard.statement }}</td>
            <td>
              <s v-if="each.override" class="was">{{ each.calculated?.level.short ?? 'none' }}</s>
              <span :class="{ pen: each.override }">{{
                each.effective ? `${each.effective.short}, ${each.effective.label}` : 'not enough evidence'
              }}</span>
            </td>
            <td class="soft">
              {{ each.calculated?.value }} from {{ counted(each.evidence.length, 'piece') }} of evidence
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template v-if="remarks.length">
      <h3>Remarks</h3>
      <p v-for="each in remarks" :key="each.title">
        <b>{{ each.title }}:</b> {{ each.text }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.chart-room {
  height: 130px;
}
header {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(220px, 340px);
  gap: 24px;
  margin-bottom: 14px;
}
figure {
  margin: 0;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0 14px;
  margin: 10px 0;
  line-height: 25px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.alarm,
.missing b {
  color: var(--shu);
}
.words > span:not(:empty) + span::before {
  content: '; ';
  color: var(--soft);
}
sup {
  color: var(--ai4);
  font-size: 9.5px;
  font-weight: 650;
  line-height: 0;
}
h3 {
  margin: 18px 0 6px;
}
/* On paper nobody follows a link. */
@media print {
  dd .small {
    display: none;
  }
}
</style>
