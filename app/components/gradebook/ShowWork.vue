<script setup lang="ts">
import { neededFor } from '#core/grading/needed'
import { workLines } from '~/words/work-lines'
import { tenths } from '#core/number/plain'
import { descending } from '#core/scales/grading'
import { useClassStore } from '~/stores/class'

/** How a student's grades of the period looked at, and of the longer ones it is part of, come about. */
const props = defineProps<{ studentId: string; assignmentId?: string }>()
const classStore = useClassStore()
const periodId = ref(classStore.periodId)
watch(
  () => classStore.periodId,
  (id) => (periodId.value = id),
)
const tabs = computed(() =>
  classStore.lineage.map(({ id, title }) => ({ value: id as string | null, words: title, says: `Work of ${title}` })),
)
const work = computed(() => classStore.workOf(props.studentId, periodId.value))
const lines = computed(() => (work.value ? workLines(classStore.snapshot!, work.value, false) : []))

/** The score that is selected, in the making of the grade. */
const item = computed(() => {
  const how = work.value?.how
  if (how?.made !== 'of assignments' || !props.assignmentId) return null
  return how.categories.flatMap((each) => each.items).find((each) => each.assignment.id === props.assignmentId) ?? null
})
const stake = computed(() => {
  if (!item.value) return ''
  if (item.value.state === 'dropped') return 'This score is dropped: it counts nothing.'
  if (!item.value.of100) return ''
  return item.value.of100.n == 0
    ? 'This score is pure extra credit.'
    : `This score counts ${tenths(item.value.of100)} of every 100.`
})

/** Looked for only when it is asked: it tries every score there could be. */
const wished = ref<string | null>(null)
watch(
  () => [props.studentId, props.assignmentId],
  () => (wished.value = null),
)
const labels = computed(() => descending(classStore.plan!.scale).map((step) => step.label))
const needed = computed(() => {
  if (!wished.value || !props.assignmentId || !periodId.value) return ''
  const found = neededFor(
    classStore.about(props.studentId),
    props.studentId,
    periodId.value,
    props.assignmentId,
    wished.value,
  )
  const { points } = classStore.get('assignment', props.assignmentId)
  if (!found) return 'This score has no part in the grade.'
  if (!('points' in found)) return `No score of up to ${points} makes it ${wished.value}.`
  return found.points === '0' ? `Any score makes it ${wished.value}.` : `It takes ${found.points} of ${points}.`
})
const printed = computed(() => ({
  path: `/class/${classStore.snapshot!.section.id}/work`,
  query: { student: props.studentId, period: periodId.value },
}))
</script>

<template>
  <div>
    <ToggleRow
      v-if="classStore.lineage.length > 1"
      class="tabs"
      label="Grade of"
      :value="periodId"
      :options="tabs"
      @choose="periodId = $event"
    />
    <WorkLines :lines="lines" />
    <p v-if="stake" class="small stake">{{ stake }}</p>
    <div v-if="item && assignmentId" class="row-of needs">
      <span id="wish" class="small soft">What would it take for</span>
      <Select
        ariaLabelledby="wish"
        :model-value="wished"
        :options="labels"
        placeholder="a label"
        @update:model-value="wished = $event"
      />
      <span class="small" role="status">{{ needed }}</span>
    </div>
    <NuxtLink :to="printed" class="small">All of it, down to the scores</NuxtLink>
  </div>
</template>

<style scoped>
.tabs {
  margin-bottom: 6px;
}
.stake {
  margin-top: 6px;
}
.needs {
  margin: 6px 0;
}
a {
  color: var(--ai5);
  display: inline-block;
  margin-top: 4px;
}
</style>
