<script setup lang="ts">
import { say } from '~/words/say'
import { familyView } from '#core/families/view'
import { fullName, type Student } from '#core/section'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'

/** Exactly what a family sees of a student; beside it, for the teacher alone, what it does not see and why. */
const props = defineProps<{
  student: Student
  /** What the family sees alone, as for a handout. */
  alone?: boolean
}>()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())

const view = computed(() => {
  return familyView(classStore.about(props.student.id), props.student, classStore.period!, today.value)
})
const levelTables = computed(() =>
  [
    { title: 'Standards', levels: view.value.levels.standards },
    { title: 'Learning habits', levels: view.value.levels.habits },
  ].filter(({ levels }) => levels.length),
)
</script>

<template>
  <div class="family" :class="{ alone }">
    <section class="card" aria-label="What the family sees">
      <p class="soft small">For the family</p>
      <h3>{{ fullName(student) }}</h3>
      <p class="soft">{{ classStore.snapshot!.section.title }}, {{ classStore.period?.title }}</p>
      <p v-for="grade in view.grades" :key="grade.title">
        {{ grade.title }}:
        <b>{{
          grade.incompleteUntil
            ? `incomplete, to be made good by ${shortDay(grade.incompleteUntil)}`
            : [grade.percent && `${grade.percent} %`, grade.label].filter(Boolean).join(', ')
        }}</b>
        <small v-if="grade.unadjusted" class="soft">
          {{ grade.unadjusted }} before the points of the course level</small
        >
        <small v-if="grade.computed" class="soft"> given by the teacher; the scores come to {{ grade.computed }}</small>
        <small v-if="grade.line" class="own-line">{{ grade.line }}</small>
      </p>
      <template v-for="{ title, levels } in levelTables" :key="title">
        <h4>{{ title }}</h4>
        <table class="ruled" :aria-label="title">
          <tbody>
            <tr v-for="each in levels" :key="each.standardId" :class="{ area: each.isArea }">
              <td class="soft">{{ each.code }}</td>
              <th scope="row">{{ each.statement }}</th>
              <td>{{ each.level?.label ?? 'not enough evidence' }}</td>
            </tr>
          </tbody>
        </table>
      </template>
      <table v-if="view.lines.length" class="ruled">
        <thead>
          <tr>
            <th scope="col">Due</th>
            <th scope="col">Assignment</th>
            <th scope="col" class="number">Score</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in view.lines" :key="line.assignmentId">
            <td class="soft">{{ shortDay(line.dueOn) }}</td>
            <th scope="row">
              {{ line.name }}<small v-if="line.description" class="soft">{{ line.description }}</small>
            </th>
            <td class="number">
              {{ line.score ?? '–' }} <span class="soft">of {{ line.points }}</span>
            </td>
            <td>
              {{ line.marks.join(', ') }}<small v-if="line.note">{{ line.note }}</small>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">No assignment is shown yet.</p>
    </section>
    <section v-if="!alone" class="why" aria-label="What the family does not see">
      <h3>Not shown to the family</h3>
      <ul v-if="view.hidden.length">
        <li v-for="each in view.hidden" :key="say(each.what)">
          <b>{{ say(each.what) }}</b> <span class="soft">{{ say(each.why) }}</span>
        </li>
      </ul>
      <p v-else class="soft">Nothing of this period is hidden from the family.</p>
    </section>
  </div>
</template>

<style scoped>
h4 {
  margin: 12px 0 2px;
}
.area th {
  font-weight: 620;
}
.own-line {
  display: block;
}
.family {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 22px;
  align-items: start;
}
.family.alone {
  grid-template-columns: minmax(0, 1fr);
}
.card {
  border: 1px solid var(--line);
  border-radius: 9px;
  padding: 16px 20px;
  background: var(--field);
}
table {
  margin-top: 10px;
}
small {
  display: block;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 7px;
}
li b {
  display: block;
  font-weight: 560;
}
@media print {
  .why {
    display: none;
  }
  .family {
    display: block;
  }
}
</style>
