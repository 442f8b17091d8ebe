<script setup lang="ts">
import { counted } from '~/composables/useWords'
import { usePointsQuestion, type PointsChoice } from '~/stores/points-question'

/** Shows what keeping and rescaling would do, before points possible change under scores. */
const question = usePointsQuestion()
const { points, outlook, answer } = question.question!
const { scores, grades, example } = outlook
const becomes = (to: string) =>
  example ? [`${example.points} of ${example.possible} becomes ${to} of ${points}.`] : []
const moves = (count: number) =>
  count ? `${counted(count, 'grade')} ${count === 1 ? 'changes' : 'change'}.` : 'No grades change.'

const choices: { choice: PointsChoice; label: string; lines: string[] }[] = [
  {
    choice: 'keep',
    label: 'Keep scores',
    lines: [...becomes(example?.points ?? ''), moves(grades.keep)],
  },
  {
    choice: 'rescale',
    label: 'Rescale scores',
    lines: [...becomes(example?.rescaled ?? ''), moves(grades.rescale)],
  },
]
</script>

<template>
  <Dialog
    visible
    modal
    :header="`Keep or rescale ${counted(scores, 'score')}?`"
    :style="{ width: '34rem' }"
    @update:visible="answer(null)"
  >
    <p>The points possible change to {{ points }}. You can undo this.</p>
    <ul>
      <li v-for="{ choice, label, lines } in choices" :key="choice">
        <Button :label="label" @click="answer(choice)" />
        <span>
          <span v-for="line in lines" :key="line">{{ line }}</span>
        </span>
      </li>
    </ul>
    <template #footer><Button label="Cancel" severity="secondary" autofocus @click="answer(null)" /></template>
  </Dialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
  display: grid;
  gap: 12px;
}
li {
  display: grid;
  grid-template-columns: 9rem minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}
li > span {
  display: grid;
  gap: 2px;
}
</style>
