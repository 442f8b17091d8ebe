<script setup lang="ts">
import { fullName } from '#core/section'

/** Every grade of the period as it is now, beside what it was when the page was opened. */
const classroom = useClassroom()
const before = ref(new Map<string, number>())
const meanBefore = ref<string | null>(null)

function remember(): void {
  before.value = new Map(
    classroom.students.flatMap((student) => {
      const grade = classroom.gradeOfStudent(student.id)?.effective
      return grade ? [[student.id, grade.approx] as const] : []
    }),
  )
  meanBefore.value = classroom.mean
}
remember()
watch(() => classroom.periodId, remember)

const lines = computed(() => {
  void classroom.touched
  return classroom.students.map((student) => {
    const grade = classroom.gradeOfStudent(student.id)?.effective ?? null
    const was = before.value.get(student.id)
    const moved = grade && was !== undefined ? grade.approx - was : 0
    return {
      id: student.id,
      name: fullName(student),
      percent: grade?.percent ?? '',
      label: grade?.label ?? '',
      moved: Math.abs(moved) < 0.005 ? '' : `${moved > 0 ? '+' : '−'}${Math.abs(moved).toFixed(1)}`,
    }
  })
})
const changed = computed(() => lines.value.filter((line) => line.moved).length)
</script>

<template>
  <div>
    <h2>The class now</h2>
    <p class="soft">
      {{ classroom.period?.title }}, mean {{ classroom.mean ?? 'not yet'
      }}<template v-if="changed">, was {{ meanBefore }}</template>
    </p>
    <p class="soft small moved-words" role="status">
      {{ changed ? `${counted(changed, 'grade')} moved since you opened this page.` : '' }}
    </p>
    <table class="plain">
      <tbody>
        <tr v-for="line in lines" :key="line.id">
          <td class="name">{{ line.name }}</td>
          <td class="number moved">{{ line.moved }}</td>
          <td class="number">
            <b>{{ line.percent }}</b>
          </td>
          <td>{{ line.label }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.moved-words {
  min-height: 18px;
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
.name {
  width: 54%;
}
.moved {
  color: var(--ai4);
  font-weight: 600;
  font-size: 11.5px;
}
td:last-child {
  width: 30px;
}
</style>
