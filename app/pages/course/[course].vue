<script setup lang="ts">
import type { Selected } from '~/sheet/types'
import { useRoom } from '~/stores/classroom'

/** All classes of one course as one sheet, for the stack that holds them all. */
definePageMeta({ margin: true })

const route = useRoute()
const today = useToday()
if (!today.classes) await today.load()
const classes = (today.classes ?? []).filter((each) => each.courseId === route.params.course)
const problem = ref('')
const rooms = classes.map((each) => useRoom(each.id))
await Promise.all(rooms.map((room, at) => room.open(classes[at]!.id, null))).catch((error: unknown) => {
  if (!(error instanceof ApiProblem)) throw error
  problem.value = error.message
})
const open = rooms.filter((room) => room.snapshot)

useHead({ title: () => `${classes[0]?.course ?? 'Course'} · Yukata` })
const sheet = useTemplateRef('sheet')
const margin = useTemplateRef('margin')
const { habits } = useSheetView()
const active = ref<Selected | null>(null)
const { rows, columns, results, cell, result, version, footers, actions, placeOf, undo } = useCourseSheet(open, {
  column: () => {},
  note: () => margin.value?.focusNote(),
  work: () => margin.value?.focusWork(),
})
const chosen = computed(() => (active.value?.rowId ? placeOf(active.value.rowId, active.value.columnId) : null))
onMounted(() => void nextTick(() => sheet.value?.focus()))

const go = useWalk(active, rows, columns, () => sheet.value?.show())
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.shiftKey || event.key.toLowerCase() !== 'z') return
  if ((event.target as HTMLElement).closest('input:not([hidden]), textarea')) return
  event.preventDefault()
  void undo()
})
const edit = (sectionId: string, assignmentId: string) =>
  navigateTo({ path: `/class/${sectionId}`, query: { edit: assignmentId } })
</script>

<template>
  <main id="work" class="course">
    <header class="top">
      <h1>{{ classes[0]?.course ?? 'No such course' }}</h1>
      <nav class="row-of" aria-label="Its classes">
        <NuxtLink v-for="each in classes" :key="each.id" class="chip" :to="`/class/${each.id}`">{{
          each.title
        }}</NuxtLink>
      </nav>
    </header>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <ClassSheet
      v-if="rows.length && columns.length"
      ref="sheet"
      v-model:active="active"
      label="Scores"
      :corner="counted(rows.length, 'student')"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cell="cell"
      :result="result"
      :footers="footers"
      :version="version"
      :actions="actions"
      :density="habits.density"
      :to-blanks="habits.enter === 'blank'"
    />
    <section v-else class="empty">
      <h2>Nothing to show here</h2>
      <p>None of your classes of this course has work in this grading period.</p>
      <NuxtLink class="button" to="/">Go to Today</NuxtLink>
    </section>
    <MarginPanel>
      <RoomScope v-if="chosen" :key="chosen.room.snapshot!.section.id" :room="chosen.room">
        <p class="soft small">{{ chosen.room.snapshot!.section.title }}</p>
        <ScoreMargin
          :key="chosen.id.join('/')"
          ref="margin"
          :student-id="chosen.id[0]"
          :assignment-id="chosen.id[1]"
          @back="sheet?.focus()"
          @edit="edit(chosen.room.snapshot!.section.id, $event)"
          @go="go"
        />
      </RoomScope>
      <p v-else class="soft">Whatever is selected shows here in full.</p>
    </MarginPanel>
  </main>
</template>

<style scoped>
.course {
  display: grid;
  grid-template-rows: auto auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  overflow: hidden;
}
.top {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 12px 16px 9px 18px;
  border-bottom: 1px solid var(--line);
}
.course > .sheet,
.course > .empty {
  grid-row: 3;
}
</style>
