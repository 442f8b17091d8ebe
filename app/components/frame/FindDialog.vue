<script setup lang="ts">
import { wordsOfName } from '#core/formats/grid/names'
import { assignmentsOf } from '#core/plan/rules'
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'

/** Finds any student, assignment, class or action by some of its words, and goes there. */
const emit = defineEmits<{ close: [] }>()
const MOST = 12

interface Found {
  id: string
  kind: string
  words: string
  go: () => unknown
}

const classStore = useClassStore()
const today = useToday()
const person = usePerson()
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
  const add = (kind: string, words: string, go: () => unknown) =>
    found.push({ id: `${kind} ${words} ${found.length}`, kind, words, go })
  const snapshot = inClass.value
  if (snapshot) {
    const path = `/class/${snapshot.section.id}`
    for (const student of snapshot.students)
      add('student', fullName(student), () => navigateTo(`${path}/student/${student.id}`))
    for (const each of assignmentsOf(snapshot))
      add('assignment', each.name, () => navigateTo({ path, query: { assignment: each.id } }))
    add('action', 'Add assignment', () => navigateTo({ path, query: { edit: 'new' } }))
    add('action', 'List of assignments', () => navigateTo(`${path}/assignments`))
    add('action', 'Proficiency', () => navigateTo(`${path}/proficiency`))
    add('action', 'Close the term', () => navigateTo(`${path}/close`))
    add('action', 'Plan', () => navigateTo(`${path}/plan`))
    add('action', 'Print the record', () => navigateTo(`${path}/record`))
    add('action', 'History', () => navigateTo(`${path}/history`))
    add('action', 'Compare with the district', () => navigateTo(`/exchange/${snapshot.section.id}`))
    if (classStore.steps.undo) add('action', 'Undo', () => classStore.undo())
    if (classStore.steps.redo) add('action', 'Do again', () => classStore.redo())
    for (const period of classStore.periods)
      add('period', period.title, () => navigateTo({ path, query: { period: period.id } }))
  }
  for (const each of today.classes ?? []) add('class', each.title, () => navigateTo(`/class/${each.id}`))
  const courses = new Map((today.classes ?? []).map((each) => [each.courseId, each.course]))
  for (const [id, title] of courses)
    if (today.classes!.filter((each) => each.courseId === id).length > 1)
      add('course', `${title}, all classes`, () => navigateTo(`/course/${id}`))
  add('action', 'Today', () => navigateTo('/'))
  add('action', 'Exchange', () => navigateTo('/exchange'))
  if (person.person?.role === 'registrar') add('action', 'District policy', () => navigateTo('/district'))
  return found
})

/** Every word typed begins a word of it; what begins with the first comes first. */
const shown = computed(() => {
  const wanted = wordsOfName(text.value)
  const first = text.value.trim().toLowerCase()
  return all.value
    .filter(({ words }) => {
      const own = wordsOfName(words)
      return wanted.every((word) => own.some((each) => each.startsWith(word)))
    })
    .toSorted(
      (a, b) => Number(b.words.toLowerCase().startsWith(first)) - Number(a.words.toLowerCase().startsWith(first)),
    )
    .slice(0, MOST)
})

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
