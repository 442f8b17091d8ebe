<script setup lang="ts">
import type { Closing } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { shortDay } from '~/composables/useWords'

/** What there is to do before a period is declared, and how far it is. */
const props = defineProps<{ closing: Closing }>()
const classStore = useClassStore()
const { lines, isGraded, withoutLevel, unscored, written, overridden, toLookAt, declared } = props.closing

/** The same count as on every page, and apart from it what is not due yet and what leavers left. */
const scoredWords = computed(() => {
  const { now, notYetDue, ofLeavers } = unscored.value
  const parts = [
    now ? `${now} to score` : 'all scored',
    ...(notYetDue ? [`${notYetDue} not yet due`] : []),
    ...(ofLeavers ? [`${ofLeavers} of students who left`] : []),
  ]
  return parts.join(', ')
})
const steps = computed(() => [
  {
    title: 'Everything scored',
    words: scoredWords.value,
    state: unscored.value.now || unscored.value.notYetDue ? 'at' : 'ok',
  },
  isGraded.value
    ? {
        title: 'Grades looked over',
        words: overridden.value ? `${overridden.value} overridden` : 'none overridden',
        state: 'ok',
      }
    : {
        title: 'Levels looked over',
        words: withoutLevel.value ? `${withoutLevel.value} without enough evidence` : 'all have a level',
        state: withoutLevel.value ? 'at' : 'ok',
      },
  {
    title: 'Remarks written',
    words: `${written.value} of ${lines.value.length}${toLookAt.value ? `, ${toLookAt.value} to look at` : ''}`,
    state: toLookAt.value || written.value < lines.value.length ? 'at' : 'ok',
  },
  {
    title: 'Declared',
    words: declared.value ? 'complete' : `ends ${shortDay(classStore.period!.lastDay)}`,
    state: declared.value ? 'ok' : '',
  },
])
</script>

<template>
  <ol class="steps">
    <li v-for="each in steps" :key="each.title" :class="each.state">
      <b>{{ each.title }}</b><small>{{ each.words }}</small>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  padding: 9px 16px 9px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.steps li {
  padding: 2px 10px;
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
.steps small {
  color: var(--soft);
  font-size: 11.5px;
}
</style>
