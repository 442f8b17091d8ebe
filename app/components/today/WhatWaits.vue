<script setup lang="ts">
import { partsOf } from '#core/kind'
import type { TodayClass } from '#shared/today'
import { useDecisions } from '~/stores/decisions'
import { pathOfEnd } from '~/composables/useEndPath'
import { endWords } from '~/words/loose-ends'
import { say } from '~/words/say'

/** What waits beside papers to score: decisions, loose ends, missing work that families will ask about, who came and went. */
const props = defineProps<{ classes: readonly TodayClass[] }>()
const decisions = useDecisions()

/** The first cell that waits for a decision, or the class whose list in the status line does. */
function decisionPath(sectionId: string) {
  const first = decisions.conflicts.find((each) => each.sectionId === sectionId)
  const [student, assignment] = first ? partsOf(first.id) : []
  return { path: `/class/${sectionId}`, query: first ? { student, assignment } : {} }
}

const moves = computed(() =>
  props.classes.flatMap((of) => [
    ...of.joined.map((each) => ({ ...each, of, what: 'joined' })),
    ...of.left.map((each) => ({ ...each, of, what: 'left' })),
  ]),
)
const MISSING = 6
const everyone = ref(false)
const missing = computed(() =>
  props.classes.flatMap((of) => of.missing.map((each) => ({ ...each, of }))).toSorted((a, b) => b.count - a.count),
)
/** Loose ends by kind, each kind with its classes. */
const ends = computed(() => {
  const kinds = new Map<string, { of: TodayClass; end: TodayClass['looseEnds'][number] }[]>()
  for (const of of props.classes)
    for (const end of of.looseEnds) kinds.set(end.code, [...(kinds.get(end.code) ?? []), { of, end }])
  return [...kinds].map(([code, list]) => ({ code, words: endWords[code as keyof typeof endWords], list }))
})
const toDecide = computed(() =>
  props.classes.flatMap((of) => {
    const count = decisions.countOf.get(of.id)
    return count ? [{ of, count }] : []
  }),
)
const student = (of: TodayClass, id: string) => `/class/${of.id}/student/${id}`
</script>

<template>
  <div class="waits">
    <template v-if="toDecide.length">
      <h2>To decide</h2>
      <ul class="lines">
        <li v-for="each in toDecide" :key="each.of.id">
          <NuxtLink class="seal" :to="decisionPath(each.of.id)">{{ each.count }} to decide</NuxtLink
          ><span class="soft">{{ each.of.title }}: changed elsewhere too</span>
        </li>
      </ul>
    </template>
    <template v-if="ends.length">
      <h2>Loose ends</h2>
      <details v-for="each in ends" :key="each.code" :open="each.list.length === 1">
        <summary>
          {{ each.words }} <span class="figure">{{ each.list.length }}</span>
        </summary>
        <ul>
          <li v-for="one in each.list" :key="one.of.id + say(one.end.message)">
            <NuxtLink :to="pathOfEnd(one.of.id, one.end)">{{ say(one.end.message) }}</NuxtLink>
            <span class="soft">{{ one.of.title }}</span>
          </li>
        </ul>
      </details>
    </template>
    <template v-if="missing.length">
      <h2>Missing work</h2>
      <ul class="lines">
        <li v-for="each in missing.slice(0, everyone ? undefined : MISSING)" :key="each.of.id + each.id">
          <NuxtLink :to="student(each.of, each.id)">{{ each.name }}</NuxtLink><span class="soft">{{
            each.of.title
          }}</span
          ><span class="figure">{{ each.count }}</span>
        </li>
      </ul>
      <button v-if="missing.length > MISSING" type="button" class="chip more" @click="everyone = !everyone">
        {{ everyone ? 'only the first' : `${missing.length - MISSING} more` }}
      </button>
    </template>
    <template v-if="moves.length">
      <h2>Came and went</h2>
      <ul class="lines">
        <li v-for="each in moves" :key="each.of.id + each.id + each.what">
          <NuxtLink :to="student(each.of, each.id)">{{ each.name }}</NuxtLink><span class="soft"
            >{{ each.what }} {{ each.of.title }}</span
          >
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin: 20px 0 4px;
}
.waits > h2:first-child {
  margin-top: 0;
}
.more {
  margin-top: 6px;
}
.seal {
  color: var(--shu);
}
summary {
  cursor: pointer;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
}
summary .figure {
  color: var(--ochre);
  font-weight: 640;
}
details .soft {
  margin-left: 6px;
}
details ul {
  margin: 4px 0 8px;
  padding: 0 0 0 14px;
  list-style: none;
  display: grid;
  gap: 4px;
}
</style>
