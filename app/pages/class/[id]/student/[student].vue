<script setup lang="ts">
import { waitsFor } from '#core/scores/to-score'
import { saidOfCounting } from '#core/plan/said'
import { jointId } from '#core/kind'
import { periodOf } from '#core/calendar/periods'
import { assignmentsOf } from '#core/plan/rules'
import { trendOf } from '#core/grading/trend'
import { calculatedLevel, evidenceOf, windowOfLevels } from '#core/proficiency/level'
import { enrolledOn, fullName } from '#core/section'
import { cellView } from '~/sheet/score-view'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay, counted } from '~/composables/useWords'
import { goTo } from '~/composables/useGoTo'

// One page for all students: keys pressed while the next one is coming are heard.
definePageMeta({ margin: false, key: 'student' })

/** One student in this class: every assignment and grade, what is missing, levels, remarks; and the family's view. */
const route = useRoute()
const router = useRouter()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const TrendChart = defineAsyncComponent(() => import('~/components/student/TrendChart.vue'))

const classPath = computed(() => `/class/${classStore.snapshot!.section.id}`)
const student = computed(() => classStore.snapshot!.students.find((each) => each.id === route.params.student))
const asFamily = computed(() => route.query.as === 'family')
const everything = computed(() => route.query.all === '1')

const at = computed(() => classStore.students.findIndex((each) => each.id === student.value?.id))
const neighbour = (by: number) => classStore.students[at.value + by]
/** Where the last step leads, until it is there: fast hands press again while the next student is still coming. */
let goal: string | null = null
async function step(by: number): Promise<void> {
  const { params, query } = router.currentRoute.value
  const from = classStore.students.findIndex((each) => each.id === (goal ?? params.student))
  const to = from < 0 ? undefined : classStore.students[from + by]
  if (!to) return
  goal = to.id
  await goTo({ path: `${classPath.value}/student/${to.id}`, query })
  if (goal === to.id) goal = null
}
const toggle = (key: 'as' | 'all', value: string) =>
  goTo({ query: { ...route.query, [key]: route.query[key] === value ? undefined : value } })

useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).closest('input, textarea, select, [role=dialog]')) return
  if (event.key === 'ArrowDown' && event.altKey) step(1)
  if (event.key === 'ArrowUp' && event.altKey) step(-1)
})

/** The assignments of the period, or of the whole year, as they stand for this student. */
const lines = computed(() => {
  if (!student.value) return []
  const it = student.value
  const of = classStore.about(it.id)
  const dropped = classStore.droppedOf(it.id)
  const all = everything.value ? assignmentsOf(of) : classStore.assignments
  return all.map((each) => {
    const cell = classStore.get('cell', jointId(it.id, each.id))
    return {
      ...each,
      view: cellView(cell, each.points),
      note: cell.note,
      noteFor: cell.noteFor,
      missing: cell.marks.includes('missing') && cell.value === null,
      open: waitsFor(cell, each, it.spans, today.value) === 'now',
      aside: [
        ...(dropped.has(each.id) ? ['dropped'] : []),
        ...[saidOfCounting(each)].filter(Boolean),
        ...(each.dueOn && !enrolledOn(it, each.dueOn) ? ['not in the class then'] : []),
      ],
      category: classStore.categories.find((one) => one.id === each.categoryId)?.name ?? 'No category',
      period: periodOf(classStore.periods, each.dueOn)?.title ?? 'no period',
    }
  })
})
const missing = computed(() => lines.value.filter((each) => each.missing))
const grades = computed(() => {
  if (!student.value) return []
  return classStore.lineage.map((each) => ({
    id: each.id,
    title: each.title,
    grade: classStore.gradeOfStudent(student.value!.id, each.id),
  }))
})
const trend = computed(() => {
  if (!student.value || !classStore.period) return []
  return trendOf(classStore.about(student.value.id), student.value, classStore.period, today.value)
})
const levels = computed(() => {
  if (!student.value || !classStore.period) return []
  const it = classStore.about(student.value.id)
  const window = windowOfLevels(it, classStore.period)
  return it.standards.flatMap((standard) => {
    const evidence = evidenceOf(it, student.value!, standard.id, window)
    const found = calculatedLevel(it, evidence)
    return evidence.length ? [{ standard, evidence: evidence.length, found }] : []
  })
})
const remarks = computed(() => {
  if (!student.value) return []
  return classStore.snapshot!.periods.flatMap((each) => {
    const { text } = classStore.get('remark', jointId(student.value!.id, each.id))
    return text ? [{ title: each.title, text }] : []
  })
})
const spans = computed(() =>
  student.value?.spans
    .map((each) => `${shortDay(each.firstDay)} ${each.lastDay ? `to ${shortDay(each.lastDay)}` : 'on'}`)
    .join(', and '),
)
const cellLink = (assignmentId: string) => ({
  path: classPath.value,
  query: { ...pagePeriod.value, student: student.value!.id, assignment: assignmentId },
})
const pagePeriod = computed(() => (route.query.period ? { period: String(route.query.period) } : {}))
const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <NuxtLink class="button second" :to="{ path: classPath, query: { ...pagePeriod, student: student?.id } }"
        >Back to the gradebook</NuxtLink
      >
      <span class="row-of" role="group" aria-label="Step through the class">
        <button type="button" class="toggle" :disabled="!neighbour(-1)" title="Alt + up" @click="step(-1)">
          previous
        </button>
        <button type="button" class="toggle" :disabled="!neighbour(1)" title="Alt + down" @click="step(1)">next</button>
        <span class="soft">{{ at + 1 }} of {{ classStore.students.length }}</span>
      </span>
      <button type="button" class="toggle" :aria-pressed="asFamily" @click="toggle('as', 'family')">
        As the family sees it
      </button>
      <button v-if="!asFamily" type="button" class="toggle" :aria-pressed="everything" @click="toggle('all', '1')">
        The whole year
      </button>
      <button type="button" class="toggle" @click="print">Print</button>
    </div>
    <div v-if="student" class="paper" tabindex="0" role="region" :aria-label="fullName(student)">
      <FamilyView v-if="asFamily" :student="student" />
      <template v-else>
        <header>
          <div>
            <h2>{{ fullName(student) }}</h2>
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
            <figcaption class="soft small">
              {{ classStore.period?.title }}, once the work due by each day was in
            </figcaption>
            <TrendChart :points="trend" />
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
                  >{{ each.note }}
                  <small class="soft">{{ each.noteFor === 'family' ? 'family' : 'only you' }}</small></span
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
                  {{ each.found ? `${each.found.level.short}, ${each.found.level.label}` : 'not enough evidence' }}
                </td>
                <td class="soft">{{ each.found?.value }} from {{ counted(each.evidence, 'piece') }} of evidence</td>
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
      </template>
    </div>
    <section v-else class="empty">
      <h2>This student is not in the class</h2>
      <p>The roster may have changed. Step back to the gradebook, and choose a student there.</p>
    </section>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
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
</style>
