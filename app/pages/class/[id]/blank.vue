<script setup lang="ts">
import { enrolledOn, rosterName } from '#core/section'
import { isUnscored } from '~/sheet/view'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'

/** A sheet with names and empty boxes, for the clipboard: columns without a head, or headed by the work to score. */
definePageMeta({ margin: false })
const classStore = useClassStore()
const { today, person } = storeToRefs(usePerson())

/** Whoever is in the class on the day of the clipboard; of a period that is over, whoever was there. */
const students = computed(() => {
  const { firstDay = '', lastDay = '' } = classStore.period ?? {}
  const isNow = firstDay <= today.value && today.value <= lastDay
  return classStore.students.filter((student) => !isNow || enrolledOn(student, today.value))
})
const columns = ref('8')
const heads = ref('empty')
const columnOptions = ['5', '8', '14'].map((value) => ({ value, words: `${value} columns` }))
const headOptions = [
  { value: 'empty', words: 'empty heads' },
  { value: 'work', words: 'work to score' },
]
/** Work that waits for a score of anybody, and what is still to come, first due first. */
const toScore = computed(() =>
  classStore.assignments.filter(
    (assignment) =>
      (assignment.dueOn ?? '') > today.value ||
      students.value.some((student) => isUnscored(classStore.everything!, student, assignment, today.value)),
  ),
)
const boxes = computed(() => {
  const work = heads.value === 'work' ? toScore.value : []
  return Array.from({ length: Number(columns.value) }, (_, at) => work[at] ?? null)
})
const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <Button label="Print" @click="print" />
      <ToggleRow label="Columns" :value="columns" :options="columnOptions" @choose="columns = $event" />
      <ToggleRow label="Heads" :value="heads" :options="headOptions" @choose="heads = $event" />
    </div>
    <div class="paper" tabindex="0" role="region" aria-label="A blank sheet">
      <h2>{{ classStore.snapshot!.section.title }}, {{ classStore.period?.title }}</h2>
      <p class="soft">
        {{ classStore.snapshot!.section.school }}, {{ person?.name }}. Names as of {{ shortDay(today) }}. Date:
        <span class="line" />
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col" class="name">Student</th>
            <th v-for="(each, at) in boxes" :key="at" scope="col">
              <template v-if="each"
                >{{ each.shortName }}<small>of {{ each.points }}</small></template
              ><span v-else class="visually-hidden">empty</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in students" :key="student.id">
            <th scope="row" class="name">{{ rosterName(student) }}</th>
            <td v-for="(_, at) in boxes" :key="at" />
          </tr>
        </tbody>
      </table>
      <p v-if="!students.length" class="soft">No students in {{ classStore.period?.title }}.</p>
    </div>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow: auto;
  padding: 14px 24px 30px;
  background: var(--sheet);
}
.line {
  display: inline-block;
  width: 130px;
  border-bottom: 1px solid var(--edge);
}
table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
  margin-top: 12px;
}
th,
td {
  border: 1px solid var(--edge);
  height: 26px;
  font-weight: 400;
}
thead th {
  height: 44px;
  vertical-align: bottom;
  font-size: 11.5px;
  padding: 2px 4px;
  overflow: hidden;
}
.name {
  width: 190px;
  text-align: left;
  padding: 0 8px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
small {
  display: block;
  color: var(--soft);
}
/* Every third row is found by the eye. */
tbody tr:nth-child(3n) > * {
  border-bottom-width: 2px;
}
@media print {
  .paper {
    overflow: visible;
    padding: 0;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
