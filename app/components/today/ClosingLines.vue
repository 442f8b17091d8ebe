<script setup lang="ts">
import type { TodayClass } from '#shared/today'
import { usePerson } from '~/stores/person'
import { decideWords, dueWords, hasRemarksLeft, remarkWords, scoredWords } from '~/words/closing'
import { whereToDecide } from '~/composables/useEndPath'

/** How far the closing of the term is, class by class; each count opens exactly what is left. */
const props = defineProps<{ classes: readonly TodayClass[] }>()
const { today } = storeToRefs(usePerson())
const declaring = ref(false)

const lines = computed(() => props.classes.flatMap((of) => of.closing.map((line) => ({ ...line, of }))))
type Line = (typeof lines.value)[number]
const hasExam = computed(() => lines.value.some((each) => each.examsWithout !== null))
const hasLevels = computed(() => lines.value.some((each) => each.toDecide !== null))
const open = computed(() => lines.value.filter((each) => !each.declared && !each.isClosed))
const close = ({ of, period }: Line, rest: Record<string, string> = {}) => ({
  path: `/class/${of.id}/close`,
  query: { period: period.id, ...rest },
})
const unscored = ({ of, period }: Line) => ({ path: `/class/${of.id}`, query: { period: period.id, show: 'unscored' } })
const undecided = ({ of, period, toDecide }: Line) => whereToDecide(of.id, period.id, toDecide!)
const exam = ({ of, period }: Line) => ({ path: `/class/${of.id}`, query: { period: period.id, edit: 'new' } })
</script>

<template>
  <section v-if="lines.length" class="closing" aria-labelledby="t-closing">
    <div class="row-of">
      <h2 id="t-closing">Closing the term</h2>
      <Button
        v-if="open.length > 1"
        label="Declare several"
        severity="secondary"
        size="small"
        @click="declaring = true"
      />
    </div>
    <table class="plain" aria-labelledby="t-closing">
      <thead>
        <tr>
          <th scope="col">Class</th>
          <th scope="col">Term</th>
          <th scope="col">Scored</th>
          <th v-if="hasExam" scope="col">Exam</th>
          <th scope="col">Loose ends</th>
          <th scope="col">Looked over</th>
          <th v-if="hasLevels" scope="col">Levels and habits</th>
          <th scope="col">Remarks</th>
          <th scope="col">Declared</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in lines" :key="each.of.id + each.period.id">
          <th scope="row">
            <NuxtLink :to="close(each)">{{ each.of.title }}</NuxtLink>
          </th>
          <td class="soft">{{ each.period.title }}</td>
          <td>
            <NuxtLink v-if="each.scored.now || each.scored.notYetDue" :to="unscored(each)">{{
              scoredWords(each)
            }}</NuxtLink>
            <span v-else class="soft">{{ scoredWords(each) }}</span>
          </td>
          <td v-if="hasExam">
            <NuxtLink v-if="each.examsWithout" :to="exam(each)">none dated</NuxtLink>
            <span v-else class="soft">{{ each.examsWithout === null ? 'no window' : 'settled' }}</span>
          </td>
          <td>
            <NuxtLink v-if="each.of.looseEnds.length" :to="close(each, { look: 'ends' })"
              >{{ each.of.looseEnds.length }} to look at</NuxtLink
            >
            <span v-else class="soft">none</span>
          </td>
          <td>
            <NuxtLink v-if="!each.lookedOver" :to="close(each, { look: '1' })">not yet</NuxtLink>
            <span v-else class="soft">done</span>
          </td>
          <td v-if="hasLevels">
            <NuxtLink v-if="each.toDecide?.levels || each.toDecide?.habits" :to="undecided(each)">{{
              decideWords(each.toDecide)
            }}</NuxtLink>
            <span v-else class="soft">{{ each.toDecide ? decideWords(each.toDecide) : 'none' }}</span>
          </td>
          <td>
            <NuxtLink v-if="hasRemarksLeft(each)" :to="close(each)">{{ remarkWords(each) }}</NuxtLink>
            <span v-else class="soft">all {{ each.students }}</span>
          </td>
          <td>
            <span :class="each.declared ? 'sealed' : 'soft'"
              ><i v-if="each.declared" aria-hidden="true" />{{ dueWords(each, today) }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <DeclareSeveral v-if="declaring" :lines="open" @close="declaring = false" />
  </section>
</template>

<style scoped>
.closing {
  margin-bottom: 22px;
}
.row-of {
  gap: 14px;
  margin-bottom: 2px;
}
table {
  width: 100%;
}
th {
  text-align: left;
  font-weight: 400;
}
thead th {
  color: var(--soft);
}
tbody th {
  font-size: inherit;
  border-bottom-color: var(--hair);
}
.sealed {
  display: inline-flex;
  gap: 7px;
  align-items: center;
}
.sealed i {
  width: 10px;
  height: 10px;
  border-radius: 3px;
  background: var(--shu);
}
</style>
