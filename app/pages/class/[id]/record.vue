<script setup lang="ts">
import { describeCounting } from '~/words/plan'
import { rosterName } from '#core/section'
import { scoreViews } from '~/sheet/score-view'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'

/** The record of a class in one period, on pages that print: every score with its marks, and the results. */
const classStore = useClassStore()
const { today, person } = storeToRefs(usePerson())

/** So many assignments stand side by side on a page that is turned on its side. */
const ACROSS = 13

const students = computed(() => {
  return classStore.students.map((student) => {
    const views = scoreViews(classStore, student.id)
    const grade = classStore.gradeOfStudent(student.id)
    return { id: student.id, name: rosterName(student), left: classStore.hasLeft(student), views, grade }
  })
})
const categories = computed(() => (classStore.rules?.categories ?? []).map(({ category }) => category))
/** The assignments in as many tables as they need; the results stand in the last, or in one of their own. */
const parts = computed(() => {
  const all = classStore.assignments
  const tables = [...Array(Math.ceil(all.length / ACROSS)).keys()].map((at) => ({
    assignments: all.slice(at * ACROSS, (at + 1) * ACROSS),
    results: false,
  }))
  const last = tables.at(-1)
  const resultColumns = categories.value.length + 1
  if (last && last.assignments.length + resultColumns <= ACROSS) last.results = true
  else tables.push({ assignments: [], results: true })
  return tables
})
const categoryOf = (id: string | null) => categories.value.find((each) => each.id === id)?.name ?? 'no category'
const declared = computed(() => classStore.get('declaration', classStore.periodId ?? '').declared)
const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <Button label="Print" @click="print" />
      <span class="soft">Your own record: every score, also what families do not see. Notes are not on it.</span>
    </div>
    <div class="paper" tabindex="0" role="region" aria-label="The record">
      <h2>{{ classStore.period?.title }}</h2>
      <p class="soft">
        {{ classStore.snapshot!.section.school }}, {{ person?.name }}.
        {{ shortDay(classStore.period?.firstDay ?? null) }} to {{ shortDay(classStore.period?.lastDay ?? null) }}, as of
        {{ shortDay(today) }}{{ declared ? ', declared' : '' }}.
      </p>
      <p v-if="students.length === 0" class="soft">No students in this period.</p>
      <table
        v-for="(part, at) in parts"
        v-else
        :key="at"
        class="ruled"
        :aria-label="`Part ${at + 1} of ${parts.length}`"
      >
        <thead>
          <tr>
            <th scope="col">{{ classStore.studentWords }}</th>
            <th v-for="each in part.assignments" :key="each.id" scope="col" class="number">
              {{ each.shortName }}<small>{{ shortDay(each.dueOn) }}</small>
            </th>
            <template v-if="part.results">
              <th v-for="each in categories" :key="each.id" scope="col" class="number">{{ each.shortName }}</th>
              <th scope="col" class="number">{{ classStore.period?.title }}</th>
            </template>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in students" :key="student.id">
            <th scope="row">{{ student.name }}<small v-if="student.left">left</small></th>
            <td v-for="each in part.assignments" :key="each.id" class="number">
              <RecordCell :view="student.views(each.id)" />
            </td>
            <template v-if="part.results">
              <td v-for="each in categories" :key="each.id" class="number">
                {{ student.grade?.categories.get(each.id)?.percent }}
              </td>
              <td class="number">
                <s v-if="student.grade?.override && student.grade.computed">{{ student.grade.computed.percent }}</s>
                <b>{{ student.grade?.effective?.percent }} {{ student.grade?.effective?.label }}</b>
              </td>
            </template>
          </tr>
        </tbody>
      </table>
      <p class="soft small">
        A dash: not in the class on the due date. Raised: above the points possible. In parentheses: dropped by the
        plan.
      </p>
      <h3 v-if="classStore.assignments.length">Assignments</h3>
      <ul>
        <li v-for="each in classStore.assignments" :key="each.id">
          <b>{{ each.shortName }}</b> {{ each.name }}, {{ categoryOf(each.categoryId) }}, due
          {{ shortDay(each.dueOn) }}, {{ each.points }} points{{ each.multiplier === '1' ? '' : ` ×${each.multiplier}`
          }}{{ describeCounting(each) && `, ${describeCounting(each)}` }}
        </li>
      </ul>
    </div>
    <MarginPanel><ClassNow /></MarginPanel>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
}
.paper {
  overflow: auto;
  padding: 6px 24px 30px;
  background: var(--sheet);
}
table {
  margin: 12px 0 22px;
  font-size: 12px;
}
table :is(th, td) {
  padding-left: 4px;
  padding-right: 4px;
}
th[scope='row'] {
  width: 150px;
  white-space: nowrap;
}
thead small {
  display: block;
  font-weight: 400;
}
s {
  margin-right: 5px;
  color: var(--soft);
}
ul {
  columns: 2;
  padding-left: 16px;
  font-size: 12px;
}
/* A page of its own kind: other views go on printing upright. */
@page record {
  size: landscape;
}
@media print {
  .paper {
    page: record;
    overflow: visible;
    padding: 0;
  }
  .paper table {
    break-after: page;
    break-inside: auto;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
