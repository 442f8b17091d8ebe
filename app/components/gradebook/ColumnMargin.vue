<script setup lang="ts">
import { periodOf } from '#core/calendar/periods'
import { saidOfVisibility } from '#core/grading/said'

/** One assignment as a column: how its scores lie, and what can be done with all of them. */
const props = defineProps<{ assignmentId: string; sorted: boolean }>()
const emit = defineEmits<{
  back: []
  edit: []
  duplicate: []
  copy: []
  pattern: []
  fill: []
  sort: []
  away: []
  remove: []
}>()
const SpreadChart = defineAsyncComponent(() => import('./SpreadChart.vue'))

const classroom = useClassroom()
const first = useTemplateRef('first')
const assignment = computed(() => {
  void classroom.shape
  return { ...classroom.get('assignment', props.assignmentId), id: props.assignmentId }
})
const category = computed(() => classroom.categories.find((each) => each.id === assignment.value.categoryId))
const period = computed(() => periodOf(classroom.periods, assignment.value.dueOn))
const spread = computed(() => classroom.spread(assignment.value))
const figures = computed(() => {
  const { count, mean, median, middleHalf, lowest, highest } = spread.value
  const shown: [string, string | null][] = [
    ['Scores', String(count)],
    ['Mean', mean],
    ['Median', median],
    ['Middle half', middleHalf && middleHalf.join(' to ')],
    ['From', lowest && `${lowest} to ${highest}`],
  ]
  return shown.filter(([, value]) => value !== null)
})
const seen = computed(() => {
  const { released, visibility } = assignment.value
  if (visibility.from === 'never') return 'Families never see it'
  return `Families see it ${saidOfVisibility(visibility)}, ${released ? 'with' : 'without'} its scores`
})

defineExpose({ focus: () => first.value?.focus() })
</script>

<template>
  <div @keydown.esc="emit('back')">
    <h2>{{ assignment.name }}</h2>
    <p class="soft">
      {{ category?.name ?? 'No category' }}, due {{ shortDay(assignment.dueOn)
      }}<template v-if="period"> in {{ period.title }}</template
      >, {{ assignment.points }} points<template v-if="assignment.multiplier !== '1'">
        ×{{ assignment.multiplier }}</template
      >
    </p>
    <p class="soft small">{{ seen }}.</p>
    <p v-if="!assignment.counts" class="warn">It counts in no grade.</p>
    <SpreadChart v-if="spread.count" :tenths="spread.tenths" />
    <dl v-if="spread.count">
      <template v-for="[term, value] in figures" :key="term"
        ><dt>{{ term }}</dt>
        <dd>{{ value }}</dd></template
      >
    </dl>
    <p v-else class="soft none">No scores yet.</p>
    <div class="acts">
      <button ref="first" type="button" class="toggle" @click="emit('edit')">Edit</button>
      <button type="button" class="toggle" @click="emit('fill')">Fill</button>
      <button type="button" class="toggle" @click="emit('duplicate')">Duplicate</button>
      <button type="button" class="toggle" @click="emit('copy')">To other classes</button>
      <button type="button" class="toggle" @click="emit('pattern')">Save as pattern</button>
      <button type="button" class="toggle" :aria-pressed="sorted" @click="emit('sort')">Sort students by it</button>
      <button type="button" class="toggle" @click="emit('away')">
        {{ assignment.hidden ? 'Bring back' : 'Put away' }}
      </button>
      <button type="button" class="toggle delete" @click="emit('remove')">Delete</button>
    </div>
  </div>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 84px 1fr;
  gap: 2px 8px;
  margin: 0 0 10px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
.none {
  margin: 10px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.delete {
  color: var(--shu);
}
</style>
