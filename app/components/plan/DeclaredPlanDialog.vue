<script setup lang="ts">
import { counted } from '~/composables/useWords'
import { usePlanQuestion } from '~/stores/plan-question'
import { listOf } from '~/words/counts'

/** Asks from when on a change of the plan acts, where it would move declared grades. */
const question = usePlanQuestion()
const { outlook, answer } = question.question!
const { declared, fromHere } = outlook
const titles = listOf(declared.map(({ period }) => period.title))
const moved = declared.map(({ period, grades }) => `${counted(grades, 'grade')} in ${period.title}`)
const total = declared.reduce((sum, { grades }) => sum + grades, 0)
</script>

<template>
  <Dialog
    visible
    modal
    :header="`Change how ${titles} ${declared.length === 1 ? 'was' : 'were'} graded?`"
    :style="{ width: '36rem' }"
    @update:visible="answer(null)"
  >
    <p>{{ titles }} {{ declared.length === 1 ? 'is' : 'are' }} declared complete. You can undo this.</p>
    <ul>
      <li v-if="fromHere">
        <Button :label="`Not in ${titles}`" autofocus @click="answer('from here')" />
        <span
          >{{ titles }} {{ declared.length === 1 ? 'keeps its' : 'keep their' }} rules. No declared grade changes.</span
        >
      </li>
      <li>
        <Button
          :label="`Also in ${titles}`"
          :severity="fromHere ? 'secondary' : undefined"
          @click="answer('everywhere')"
        />
        <span
          >{{ listOf(moved) }} would differ from what was declared. {{ total === 1 ? 'It stays' : 'They stay' }} as
          declared on report cards and in the SIS until you declare again.</span
        >
      </li>
    </ul>
    <p v-if="!fromHere" class="soft small">This setting is the same for the whole year.</p>
    <template #footer
      ><Button label="Cancel" severity="secondary" :autofocus="!fromHere" @click="answer(null)"
    /></template>
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
  grid-template-columns: 11rem minmax(0, 1fr);
  gap: 14px;
  align-items: center;
}
</style>
