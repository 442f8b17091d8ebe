<script setup lang="ts">
import { findable } from '~/words/findable'
import { placesOf } from '~/words/places'
import { wordsOfName } from '#core/formats/grid/names'
import { assignmentsOf } from '#core/plan/rules'
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { goTo } from '~/composables/useGoTo'
import { askedSteps } from '~/composables/useStepBack'

/** Finds any student, assignment, class or action by some of its words, and goes there. */
const emit = defineEmits<{ close: [] }>()
const MOST = 12

interface Found {
  id: string
  kind: string
  words: string
  /** Other words for the same. */
  also: string
  go: () => unknown
}

const classStore = useClassStore()
const today = useToday()
const person = usePerson()
const steps = useEventBus(askedSteps)
const text = ref('')
const at = ref(0)
const list = useTemplateRef('list')
watch(text, () => (at.value = 0))

const route = useRoute()
const inClass = computed(() => {
  const { snapshot } = classStore
  return snapshot && route.path.startsWith(`/class/${snapshot.section.id}`) ? snapshot : null
})

const all = computed<Found[]>(() => {
  const found: Found[] = []
  const add = (kind: string, words: string, go: () => unknown, also = '') =>
    found.push({ id: `${kind} ${words} ${found.length}`, kind, words, also, go })
  const snapshot = inClass.value
  if (snapshot) {
    const path = `/class/${snapshot.section.id}`
    for (const student of snapshot.students)
      add('student', fullName(student), () => goTo(`${path}/student/${student.id}`))
    for (const student of snapshot.students)
      add(
        'how it is made',
        `Grade of ${fullName(student)}`,
        () => goTo({ path: `${path}/work`, query: { student: student.id } }),
        'work average mark',
      )
    for (const assignment of assignmentsOf(snapshot))
      add('assignment', assignment.name, () => goTo({ path, query: { assignment: assignment.id } }))
    for (const { words, also, page, query } of findable)
      add('action', words, () => goTo({ path: path + page, query }), also)
    add(
      'action',
      'Compare with the district',
      () => goTo(`/exchange/${snapshot.section.id}`),
      'sync send push sis transcript',
    )
    if (classStore.steps.undo) add('action', 'Undo', () => steps.emit('undo'))
    if (classStore.steps.redo) add('action', 'Do again', () => steps.emit('redo'))
    for (const period of classStore.periods)
      add('period', period.title, () => goTo({ path, query: { period: period.id } }))
  }
  for (const section of today.classes ?? []) add('class', section.title, () => goTo(`/class/${section.id}`))
  const courses = new Map((today.classes ?? []).map((each) => [each.courseId, each.course]))
  for (const [id, title] of courses)
    if (today.classes!.filter((each) => each.courseId === id).length > 1)
      add('course', `${title}, all classes`, () => goTo(`/course/${id}`))
  add('action', 'Today', () => goTo('/'))
  for (const { to, words, also } of placesOf(person.person?.role)) add('action', words, () => goTo(to), also)
  return found
})

/** Every word typed begins a word of it; what begins with the first comes first. */
const shown = computed(() => {
  const desired = wordsOfName(text.value)
  return all.value
    .filter(({ words, also }) => {
      const own = wordsOfName(`${words} ${also}`)
      return desired.every((word) => own.some((each) => each.startsWith(word)))
    })
    .toSorted((a, b) => rank(b) - rank(a))
    .slice(0, MOST)
})

/** Its own words go before other words for the same. */
function rank({ words }: Found): number {
  const own = wordsOfName(words)
  const isOwn = wordsOfName(text.value).every((word) => own.some((each) => each.startsWith(word)))
  return Number(words.toLowerCase().startsWith(text.value.trim().toLowerCase())) + Number(isOwn)
}

async function go(found: Found | undefined): Promise<void> {
  if (!found) return
  emit('close')
  await found.go()
}
function step(by: number): void {
  at.value = Math.min(shown.value.length - 1, Math.max(0, at.value + by))
  void nextTick(() => list.value?.children[at.value]?.scrollIntoView({ block: 'nearest' }))
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Find or do"
    dismissable-mask
    :style="{ width: '30rem' }"
    @update:visible="emit('close')"
  >
    <input
      v-model="text"
      class="field wide"
      autofocus
      placeholder="A student, an assignment, a class, an action"
      role="combobox"
      aria-label="Find or do"
      aria-expanded="true"
      aria-controls="found"
      :aria-activedescendant="shown[at] ? `found-${at}` : undefined"
      @keydown.down.prevent="step(1)"
      @keydown.up.prevent="step(-1)"
      @keydown.enter.prevent="go(shown[at])"
    />
    <ul id="found" ref="list" role="listbox" aria-label="Found">
      <li
        v-for="(each, place) in shown"
        :id="`found-${place}`"
        :key="each.id"
        role="option"
        :aria-selected="place === at"
        @click="go(each)"
      >
        <span>{{ each.words }}</span><span class="soft">{{ each.kind }}</span>
      </li>
    </ul>
    <p v-if="!shown.length" class="soft">Nothing here has these words.</p>
  </Dialog>
</template>

<style scoped>
.wide {
  width: 100%;
  max-width: none;
  padding: 6px 10px;
  font-size: 14px;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  max-height: 340px;
  overflow-y: auto;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 10px;
  border-radius: 6px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--ai1);
}
li:hover {
  background: var(--row);
}
</style>
