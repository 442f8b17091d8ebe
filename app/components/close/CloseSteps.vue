<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'
import { undatedExams } from '#core/today/closing-line'
import type { Closing } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'
import { whereToDecide } from '~/composables/useEndPath'
import { decideWords, dueWords, hasRemarksLeft, remarkWords, scoredWords } from '~/words/closing'

/** What there is to do before a period is declared, how far it is, and the way to what is left of each. */
const props = defineProps<{ closing: Closing }>()
const emit = defineEmits<{ look: []; write: []; ends: [] }>()
interface CloseStep {
  title: string
  words: string
  state: string
  /** Where what is left is, on another page or on this one. */
  to?: RouteLocationRaw
  go?: () => void
}
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const { overridden, exams, said } = props.closing
const counts = computed(() => props.closing.counts.value!)
const base = computed(() => `/class/${classStore.snapshot!.section.id}`)
const query = computed(() => ({ period: classStore.periodId! }))

const examStep = computed(() => {
  if (!exams.value.length) return []
  const isLeft = (counts.value.examsWithout ?? 0) > 0
  const [undated] = isLeft ? undatedExams(classStore.structure!, classStore.period!) : []
  const words = undated
    ? `${shortDay(undated.firstDay)} to ${shortDay(undated.lastDay)}, none dated`
    : said.value.noExam
      ? 'none this time'
      : shortDay(exams.value[0]!.firstDay)
  return [
    {
      title: 'Exam in its window',
      words,
      state: isLeft ? 'at' : 'ok',
      to: { path: base.value, query: { ...query.value, edit: 'new' } },
    },
  ]
})
const decideStep = computed<CloseStep[]>(() => {
  const { toDecide } = counts.value
  if (!toDecide) return []
  return [
    {
      title: 'Levels and habits',
      words: decideWords(toDecide),
      state: toDecide.levels || toDecide.habits ? 'at' : 'ok',
      to: whereToDecide(classStore.snapshot!.section.id, classStore.periodId!, toDecide),
    },
  ]
})
const steps = computed<CloseStep[]>(() => [
  {
    title: 'Everything scored',
    words: scoredWords(counts.value),
    state: counts.value.scored.now || counts.value.scored.notYetDue ? 'at' : 'ok',
    to: { path: base.value, query: { ...query.value, show: 'unscored' } },
  },
  ...examStep.value,
  {
    title: 'Loose ends',
    words: classStore.ends.length ? `${classStore.ends.length} to look at` : 'none',
    state: classStore.ends.length ? 'at' : 'ok',
    go: () => emit('ends'),
  },
  {
    title: counts.value.isGraded ? 'Grades looked over' : 'Levels looked over',
    words:
      (said.value.lookedOver ? 'done' : 'not yet') +
      (counts.value.isGraded ? `, ${overridden.value || 'none'} overridden` : ''),
    state: said.value.lookedOver ? 'ok' : 'at',
    go: () => emit('look'),
  },
  ...decideStep.value,
  {
    title: 'Remarks written',
    words: remarkWords(counts.value),
    state: hasRemarksLeft(counts.value) ? 'at' : 'ok',
    go: () => emit('write'),
  },
  { title: 'Declared', words: dueWords(counts.value, today.value), state: counts.value.declared ? 'ok' : '' },
])
</script>

<template>
  <ol class="steps" :style="{ '--steps': steps.length }">
    <li v-for="each in steps" :key="each.title" :class="each.state">
      <NuxtLink v-if="each.to" :to="each.to"
        ><b>{{ each.title }}</b></NuxtLink
      >
      <button v-else-if="each.go" type="button" @click="each.go">
        <b>{{ each.title }}</b>
      </button>
      <b v-else>{{ each.title }}</b>
      <small>{{ each.words }}</small>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(var(--steps), minmax(0, 1fr));
  padding: 9px 16px 9px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.steps li {
  padding: 2px 8px;
  border-left: 3px solid var(--ai2);
}
.steps .ok {
  border-color: var(--ai5);
}
.steps .at {
  border-color: var(--shu);
}
.steps b {
  display: block;
  font-weight: 620;
}
.steps a,
.steps button {
  color: inherit;
  text-decoration: none;
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  cursor: pointer;
}
.steps a:hover b,
.steps button:hover b {
  text-decoration: underline;
}
.steps small {
  color: var(--soft);
  font-size: 11.5px;
  display: block;
}
</style>
