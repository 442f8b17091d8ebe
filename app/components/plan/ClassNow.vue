<script setup lang="ts">
import type { StudentGrade } from '#core/grading/grades'
import { levelMoves, underSettings } from '#core/proficiency/compare'
import { nameOfStandard } from '#core/proficiency/standards'
import { same } from '#core/same'
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'

/** Every grade of the period as it is now, beside what it was: before the pencil, or when the page was opened. */
const classStore = useClassStore()
type Before = Map<string, { percent: string; label: string }>
const opened = ref<Before>(new Map())

/** So many levels that moved are listed; *Compare* shows all. */
const LEVELS_SHOWN = 12
const nameOf = (studentId: string) => {
  const student = classStore.snapshot!.students.find((each) => each.id === studentId)
  return student ? fullName(student) : ''
}
const shown = (grade: StudentGrade | undefined) =>
  grade?.effective && { percent: grade.effective.percent, label: grade.effective.label }
function collect(gradeOf: (studentId: string) => StudentGrade | undefined): Before {
  return new Map(
    classStore.students.flatMap((student) => {
      const grade = shown(gradeOf(student.id))
      return grade ? [[student.id, grade] as const] : []
    }),
  )
}
const remember = () => (opened.value = collect((id) => classStore.gradeOfStudent(id)))
remember()
watch(() => [classStore.periodId, classStore.snapshot], remember)

const before = computed<Before>(() => {
  const { pencil, periodId } = classStore
  return pencil && periodId ? collect((id) => pencil.grades.of(id, periodId)) : opened.value
})
const lines = computed(() => {
  return classStore.students.map((student) => {
    const now = shown(classStore.gradeOfStudent(student.id)) ?? null
    const was = before.value.get(student.id) ?? null
    const moved = now?.percent !== was?.percent || now?.label !== was?.label
    return {
      id: student.id,
      name: fullName(student),
      now,
      was: moved ? was : null,
      moved,
      relabelled: moved && now?.label !== was?.label,
    }
  })
})
const moved = computed(() => lines.value.filter((line) => line.moved).length)
const relabelled = computed(() => lines.value.filter((line) => line.relabelled).length)
/** Levels that are others than when the page was opened, or before the pencil; the teacher's own stay. */
const settings = computed(() => classStore.plan!.proficiency)
const settingsBefore = shallowRef(settings.value)
watch(
  () => [classStore.periodId, classStore.snapshot, classStore.pencil !== null],
  () => (settingsBefore.value = settings.value),
)
const levelsMoved = computed(() => {
  const { structure, period } = classStore
  if (!structure || !period || same(settings.value, settingsBefore.value)) return []
  return levelMoves(underSettings(structure, settingsBefore.value), structure, period)
})
const levelStudents = computed(() => new Set(levelsMoved.value.map((each) => each.studentId)).size)
const onlyMoved = ref(false)
const listed = computed(() => (onlyMoved.value ? lines.value.filter((line) => line.moved) : lines.value))
</script>

<template>
  <div>
    <h2>{{ classStore.pencil ? 'The class, in pencil' : 'The class now' }}</h2>
    <p class="soft">
      {{ classStore.period?.title }},
      <NuxtLink :to="{ path: `/class/${classStore.snapshot!.section.id}/work`, query: { period: classStore.periodId } }"
        >mean {{ classStore.mean ?? 'not yet' }}</NuxtLink
      >
    </p>
    <div class="head">
      <p class="soft small" role="status">
        <template v-if="moved"
          >{{ counted(moved, 'grade') }} moved, {{ relabelled ? counted(relabelled, 'label') : 'no label' }}</template
        ><template v-else>{{
          classStore.pencil ? 'Nothing moved yet.' : 'What moves while this page is open shows here.'
        }}</template>
      </p>
      <button v-if="moved" type="button" class="toggle" :aria-pressed="onlyMoved" @click="onlyMoved = !onlyMoved">
        only these
      </button>
    </div>
    <p v-if="levelsMoved.length" class="small" role="status">
      {{ counted(levelsMoved.length, 'level') }} of {{ counted(levelStudents, 'student') }} moved.
    </p>
    <ul v-if="levelsMoved.length" class="levels-moved">
      <li v-for="each in levelsMoved.slice(0, LEVELS_SHOWN)" :key="`${each.studentId} ${each.standard.id}`">
        {{ nameOf(each.studentId) }}, {{ nameOfStandard(each.standard) }}:
        <s class="soft">{{ each.before.effective?.short ?? 'none' }}</s> {{ each.after.effective?.short ?? 'none' }}
      </li>
      <li v-if="levelsMoved.length > LEVELS_SHOWN" class="soft">and {{ levelsMoved.length - LEVELS_SHOWN }} more</li>
    </ul>
    <table class="plain">
      <colgroup>
        <col />
        <col :class="moved ? 'was-width' : 'no-was'" />
        <col class="now-width" />
        <col class="letter-width" />
      </colgroup>
      <thead class="visually-hidden">
        <tr>
          <th>Student</th>
          <th>Before</th>
          <th>Now</th>
          <th>Label</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in listed" :key="line.id" :class="{ relabelled: line.relabelled }">
          <td class="name">{{ line.name }}</td>
          <td class="number was-col">
            <template v-if="line.moved"
              ><s v-if="line.was">{{ line.was.percent }} {{ line.relabelled ? line.was.label : '' }}</s
              ><template v-else>none</template></template
            >
          </td>
          <td class="number">
            <b>{{ line.now?.percent }}</b>
          </td>
          <td class="letter">{{ line.now?.label }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.levels-moved {
  list-style: none;
  margin: 2px 0 10px;
  padding: 0;
  font-size: 12.5px;
}
a {
  color: inherit;
  text-underline-offset: 2px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 24px;
}
.plain {
  margin-top: 4px;
  table-layout: fixed;
}
.plain td {
  padding: 2px 3px;
  border-color: var(--hair);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.no-was {
  width: 8px;
}
.was-width {
  width: 66px;
}
.now-width {
  width: 46px;
}
.letter-width {
  width: 30px;
}
.was-col {
  color: var(--soft);
  font-size: 11.5px;
}
.was-col s {
  text-decoration-color: var(--ai4);
}
.relabelled .letter,
.relabelled b {
  color: var(--ai5);
  font-weight: 700;
}
.relabelled td {
  background: var(--ai1);
}
</style>
