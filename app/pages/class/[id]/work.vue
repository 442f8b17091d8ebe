<script setup lang="ts">
import { workLines } from '~/words/work-lines'
import { enrolledOn, fullName } from '#core/section'
import { describeMarks, describeMethod, describeRounding } from '~/words/plan'
import { useClassStore } from '~/stores/class'
import { shortDay, counted } from '~/composables/useWords'
import { changeQuery } from '~/composables/useGoTo'

/** The whole work of a grade on a page that prints: of one student, or of the class mean. */
const route = useRoute()
const classStore = useClassStore()

const student = computed(() => classStore.students.find((each) => each.id === route.query.student) ?? null)
const lines = computed(() => {
  const work = student.value && classStore.workOf(student.value.id)
  return work ? workLines(classStore.snapshot!, work) : []
})
/** The class mean is made of these; who is not in it is left out with the reason. */
const grades = computed(() => {
  return classStore.students.map((each) => ({
    id: each.id,
    name: fullName(each),
    grade: classStore.gradeOfStudent(each.id)?.effective ?? null,
    there: enrolledOn(each, classStore.countingDay),
  }))
})
const counting = computed(() => grades.value.filter((each) => each.there && each.grade))
const print = () => window.print()
const show = (id: string | null) => changeQuery({ student: id ?? undefined })
const at = computed(() => classStore.students.findIndex((each) => each.id === student.value?.id))
const neighbour = (by: number) => classStore.students[at.value + by]
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <Button label="Print" severity="secondary" @click="print" />
      <template v-if="student">
        <button type="button" class="toggle" :disabled="!neighbour(-1)" @click="show(neighbour(-1)!.id)">
          previous
        </button>
        <button type="button" class="toggle" :disabled="!neighbour(1)" @click="show(neighbour(1)!.id)">next</button>
        <button type="button" class="toggle" @click="show(null)">class mean</button>
      </template>
      <button
        v-for="each in classStore.lineage.slice(1)"
        :key="each.id"
        type="button"
        class="toggle"
        @click="changeQuery({ period: each.id })"
      >
        {{ each.title }}
      </button>
    </div>
    <div class="paper" tabindex="0" role="region" aria-label="Show work">
      <h2>{{ student ? fullName(student) : 'Class mean' }}</h2>
      <p class="soft">
        {{ classStore.snapshot!.section.title }}, {{ classStore.period?.title }},
        {{ shortDay(classStore.period?.firstDay ?? null) }} to {{ shortDay(classStore.period?.lastDay ?? null) }}
      </p>
      <template v-if="student">
        <WorkLines :lines="lines" class="lines" />
        <p class="soft small rules">
          {{ describeMethod(classStore.rules?.method ?? 'points') }} {{ describeMarks(classStore.plan!) }}
          {{ describeRounding(classStore.plan!) }}
        </p>
      </template>
      <template v-else>
        <table class="plain lines">
          <tbody>
            <tr v-for="each in grades" :key="each.id" :class="{ soft: !each.there || !each.grade }">
              <td>{{ each.name }}</td>
              <td class="number">{{ each.grade?.percent ?? 'no grade: left out' }}</td>
              <td>{{ each.there ? (each.grade?.label ?? '') : 'not in the class today: left out' }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <td>
                <b>Mean of {{ counted(counting.length, 'grade') }}</b>
              </td>
              <td class="number">
                <b>{{ classStore.mean ?? 'none yet' }}</b>
              </td>
              <td class="soft small">of the unrounded grades, rounded once</td>
            </tr>
          </tfoot>
        </table>
      </template>
    </div>
    <MarginPanel><ClassNow /></MarginPanel>
  </div>
</template>

<style scoped>
.paper {
  overflow-y: auto;
  background: var(--sheet);
  padding: 16px 24px 40px;
}
.lines {
  max-width: 600px;
  margin-top: 12px;
}
.rules {
  max-width: 600px;
  margin-top: 14px;
}
@media print {
  .paper {
    overflow: visible;
    padding: 0;
  }
}
</style>
