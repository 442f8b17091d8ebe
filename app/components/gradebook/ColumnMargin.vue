<script setup lang="ts">
import { periodOf } from '#core/calendar/periods'
import { jointId } from '#core/kind'
import { isMissing } from '#core/scores/missing'
import { waitsFor } from '#core/scores/to-score'
import { describeVisibility } from '~/words/plan'
import { usePerson } from '~/stores/person'
import type { SheetSource } from '~/composables/useSheetSource'
import { shortDay, counted } from '~/composables/useWords'

/** One column: how its scores lie, in each class that it is of, and what can be done with all of them. */
type Only = 'missing' | 'unscored'
const props = defineProps<{ source: SheetSource; columnId: string; sorted: boolean; only: Only | null }>()
const emit = defineEmits<{
  back: []
  edit: []
  duplicate: []
  copy: []
  pattern: []
  fill: []
  sort: []
  away: []
  /** Show only the students who miss it or wait for a score on it. */
  only: [show: Only]
  remove: []
}>()
const SpreadChart = defineAsyncComponent(() => import('./SpreadChart.vue'))

const first = useTemplateRef('first')
const copies = computed(() =>
  props.source.copiesOf(props.columnId).map(({ classStore, assignmentId }) => {
    return { classStore, assignmentId, assignment: classStore.get('assignment', assignmentId) }
  }),
)
/** The assignment, as it is in the first of the classes. */
const lead = computed(() => copies.value[0]!)
const assignment = computed(() => lead.value.assignment)
/** Its address in the classroom app; empty where the app gives none. */
const from = computed(() => lead.value.classStore.sources[lead.value.assignmentId])
const category = computed(() =>
  lead.value.classStore.categories.find((each) => each.id === assignment.value.categoryId),
)
const period = computed(() => periodOf(lead.value.classStore.periods, assignment.value.dueOn))
const spread = computed(() => props.source.spread(props.columnId))
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
/** The classes beside each other, where there are several. */
const classes = computed(() =>
  props.source.several
    ? copies.value.map((each) => {
        const { count, mean } = props.source.spread(props.columnId, each.classStore)
        return { ...each, count, mean, title: props.source.shortOf(each.classStore) }
      })
    : [],
)
const seen = computed(() => {
  const { released, visibility } = assignment.value
  if (visibility.from === 'never') return 'Families never see it'
  return `Families see it ${describeVisibility(visibility)}, ${released ? 'with' : 'without'} its scores`
})

/** Students by what this assignment waits for; a student who left is in neither count. */
const { today } = storeToRefs(usePerson())
const waiting = computed(() => {
  const found = { missing: 0, unscored: 0 }
  for (const { classStore, assignmentId, assignment: work } of copies.value)
    for (const student of classStore.students) {
      if (classStore.hasLeft(student)) continue
      const cell = classStore.get('cell', jointId(student.id, assignmentId))
      if (isMissing(cell)) found.missing++
      if (waitsFor(cell, work, student.spans, today.value) === 'now') found.unscored++
    }
  return found
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
    <p v-if="from !== undefined" class="soft small">
      From the classroom app<template v-if="from"
        >: <a :href="from" target="_blank" rel="noopener noreferrer">open it there</a></template
      >. What changes there comes in with the next pull.
    </p>
    <p v-if="!assignment.counts" class="warn">It counts in no grade.</p>
    <p v-else-if="assignment.extraCredit" class="soft">Extra credit: it only adds.</p>
    <!-- The chart comes late: its room is there before it, so that no button moves away under the hand. -->
    <div v-if="spread.count" class="chart-room"><SpreadChart :tenths="spread.tenths" /></div>
    <dl v-if="spread.count">
      <template v-for="[term, value] in figures" :key="term"
        ><dt>{{ term }}</dt>
        <dd>{{ value }}</dd></template
      >
    </dl>
    <p v-else class="soft none">No scores yet.</p>
    <div v-if="waiting.missing || waiting.unscored || only" class="acts who">
      <button
        v-if="waiting.missing || only === 'missing'"
        type="button"
        class="toggle"
        :aria-pressed="only === 'missing'"
        @click="emit('only', 'missing')"
      >
        Only the {{ waiting.missing }} missing it
      </button>
      <button
        v-if="waiting.unscored || only === 'unscored'"
        type="button"
        class="toggle"
        :aria-pressed="only === 'unscored'"
        @click="emit('only', 'unscored')"
      >
        Only the {{ waiting.unscored }} to score
      </button>
    </div>
    <table v-if="classes.length" class="ruled classes" aria-label="In each class">
      <tbody>
        <tr v-for="each in classes" :key="each.title">
          <th scope="row">{{ each.title }}</th>
          <td class="soft">due {{ shortDay(each.assignment.dueOn) }}</td>
          <td class="soft">{{ counted(each.count, 'score') }}</td>
          <td>{{ each.mean ?? '–' }}</td>
        </tr>
      </tbody>
    </table>
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
.chart-room {
  height: 120px;
  margin: 8px 0;
}
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
.classes {
  margin-bottom: 10px;
}
.classes td:last-child {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.none {
  margin: 10px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.who {
  margin-bottom: 10px;
}
.delete {
  color: var(--shu);
}
</style>
