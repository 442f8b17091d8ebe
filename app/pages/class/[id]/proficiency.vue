<script setup lang="ts">
import { partsOf } from '#core/kind'
import { nameOfStandard } from '#core/proficiency/standards'
import { standardsOf } from '#core/plan/standards-of'
import { allowedLevels } from '#core/scales/proficiency'
import { cornerOf } from '~/sheet/rows'
import type { Selected, Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { useFrame } from '~/stores/frame'
import { useProficiencySheet } from '~/composables/useProficiencySheet'
import { goTo } from '~/composables/useGoTo'
import { useLevelView } from '~/composables/useLevelView'
import { useWantedReasons } from '~/composables/useWantedReasons'
import { capital } from '~/composables/useWords'
import { levelMethodShort } from '~/words/methods'

const route = useRoute()
const classStore = useClassStore()
const frame = useFrame()
const sheet = useTemplateRef('sheet')
const margin = useTemplateRef('margin')
const active = ref<Selected | null>(null)

const { view, askedView, show, query } = useLevelView()

/** Does something in the margin, which may have to come back first. */
function inMargin(work: () => string | undefined): string {
  if (!frame.isMarginAway && margin.value) return work() ?? ''
  frame.showMargin()
  void nextTick(work)
  return ''
}
const back = () => void nextTick(() => sheet.value?.focus())
const { window, areas, standards, opened, rows, columns, results, cells, result, actions, featureOf } =
  useProficiencySheet(() => view.value, {
    open: (columnId) => (view.value.open ? toWork(columnId) : open(columnId)),
    begin: (_studentId: string, resultId: string, wish: Wish) =>
      resultId === view.value.open
        ? inMargin(() => margin.value?.begin(wish))
        : 'This is the level of an earlier period. Look at that period to give your own there.',
    letter(key, block) {
      if (key === 'f') return (startFill(block), true)
      if (key === 'o') return (inMargin(() => (margin.value?.focusSeen(), '')), true)
      if (key === 'n') return (inMargin(() => (margin.value?.focusReason(), '')), true)
      return false
    },
    inLetters: (_rowId, columnId) =>
      !view.value.open && window.value.scaleFor(columnId).levels.some((each) => !/^\d/.test(each.short)),
  })

const { lines: wanted, save: saveReasons } = useWantedReasons(classStore, () => window.value)

/** What is to be filled: the block, or the whole column of the one cell that is selected. */
const filling = shallowRef<[rowId: string, columnId: string][] | null>(null)
function startFill(block: [string, string][]): void {
  const [first] = block
  filling.value = block.length > 1 || !first ? block : rows.value.map((row) => [row.id, first[1]])
}
const fillLines = computed(() =>
  (filling.value ?? [])
    .filter(([rowId, columnId]) => !featureOf(columnId).isPassedOver(rowId))
    .map(([rowId, columnId]) => ({
      id: `${rowId} ${columnId}`,
      student: rows.value.find((each) => each.id === rowId)!.name,
      of: featureOf(columnId).column.title,
      before: featureOf(columnId).text(rowId),
    })),
)
const fillLevels = computed(() =>
  allowedLevels(window.value.scaleFor(opened.value?.id ?? filling.value?.[0]?.[1] ?? '')),
)
function fill(level: string, ids: string[]): void {
  const cells = (filling.value ?? []).filter((cell) => ids.includes(cell.join(' ')))
  const read = cells.map(([rowId, columnId]) => featureOf(columnId).read(rowId, level))
  filling.value = null
  classStore.change(
    'fill',
    read.flatMap((each) => ('refused' in each ? [] : each)),
  )
}

/** The head of a piece of evidence leads to its assignment. */
function toWork(columnId: string): void {
  const [assignmentId = ''] = partsOf(columnId)
  if (assignmentId !== 'seen')
    void goTo({ path: `/class/${String(route.params.id)}`, query: { ...query.value, edit: assignmentId } })
}
/** Opens a standard's evidence; the cell stays with its student. */
function open(standardId: string): void {
  if (window.value.tree.childrenOf(standardId).length) return fold(standardId)
  void show({ open: standardId })
}
function close(): void {
  active.value = { rowId: active.value?.rowId ?? null, columnId: view.value.open! }
  void show({ open: null })
}
const fold = (areaId: string) => {
  const folded = new Set(askedView().folded)
  if (!folded.delete(areaId)) folded.add(areaId)
  void show({ folded })
}

watch(
  [rows, columns],
  () => {
    const all = [...columns.value, ...results.value]
    const desired = { rowId: String(route.query.student ?? ''), columnId: String(route.query.standard ?? '') }
    const isAsked = all.some((each) => each.id === desired.columnId)
    if (isAsked && !active.value) active.value = desired
    if (all.some((each) => each.id === active.value?.columnId)) return
    const rowId = active.value?.rowId ?? rows.value[0]?.id
    // The newest evidence is what one comes for.
    const column = opened.value ? columns.value.at(-1) : columns.value[0]
    active.value = rowId && column ? { rowId, columnId: column.id } : null
  },
  { immediate: true },
)

/** What the margin is about: a student's level, or a standard by its head. */
const chosen = computed(() => {
  if (!active.value?.rowId) return null
  return { studentId: active.value.rowId, standardId: opened.value?.id ?? active.value.columnId }
})
const standardById = (id: string | undefined) => standardsOf(window.value.snapshot).find((each) => each.id === id)
const chosenStandard = computed(() => standardById(chosen.value?.standardId))
const head = computed(() =>
  active.value?.rowId === null ? standardById(opened.value?.id ?? active.value.columnId) : undefined,
)
const scale = computed(() => window.value.scaleFor(standards.value[0]?.id ?? ''))
const windowWords = computed(() => {
  const { calculation, window: reach } = window.value.plan.proficiency
  const evidence = reach === 'period' ? `clean slate: ${classStore.period?.title} only` : 'year to date'
  return `${capital(levelMethodShort[calculation.method])}, ${evidence}`
})
const legendWords = computed(() => scale.value.levels.map(({ short, label }) => `${short} ${label}`).join(', '))
const areaOptions = computed(() => [
  { value: '', words: 'All areas' },
  ...areas.value.map((each) => ({ value: each.id, words: nameOfStandard(each) })),
])
const chosenArea = computed({
  get: () => view.value.area ?? '',
  set: (id) => void show({ area: id || null }),
})
const foldable = computed(() => areas.value.filter((each) => view.value.area === null || view.value.area === each.id))
const allFolded = computed(() => foldable.value.every((each) => view.value.folded.has(each.id)))
const foldAll = () => show({ folded: new Set(allFolded.value ? [] : foldable.value.map((each) => each.id)) })
</script>

<template>
  <div class="view">
    <div class="tools">
      <template v-if="opened">
        <button type="button" class="toggle" @click="close">
          <i class="pi pi-arrow-left" aria-hidden="true" /> All standards
        </button>
        <span class="opened"
          ><b>{{ opened.code }}</b> {{ opened.statement }}</span
        >
      </template>
      <template v-else>
        <ChipSelect v-if="areas.length > 1" v-model="chosenArea" label="Area" :options="areaOptions" beginning="" />
        <button v-if="foldable.length" type="button" class="chip" @click="foldAll">
          {{ allFolded ? 'Unfold' : 'Fold' }} areas
        </button>
        <button type="button" class="toggle" :aria-pressed="view.left" @click="show({ left: !view.left })">
          to decide
        </button>
        <WantedChip
          :lines="wanted"
          noun="reason"
          intro="These levels differ from their evidence. A reason is for your record; families don’t see it."
          :heads="['Standard', 'Level']"
          @save="saveReasons"
        />
        <span class="legend" :aria-label="legendWords" role="img" :title="legendWords">
          <LevelMark v-for="level in scale.levels" :key="level.value" :scale="scale" :value="level.value" small />
        </span>
      </template>
      <span v-if="!wanted.length || opened" class="soft window" :title="windowWords">{{ windowWords }}</span>
      <NuxtLink v-if="!opened" class="chip" :to="{ path: `/round/${String(route.params.id)}`, query }"
        >Round of the room</NuxtLink
      >
      <NuxtLink v-if="!opened" class="chip" :to="{ path: `/class/${String(route.params.id)}/standards`, query }"
        >Standards</NuxtLink
      >
      <NuxtLink v-if="!opened" class="chip" :to="{ path: `/class/${String(route.params.id)}/compare`, query }"
        >Compare</NuxtLink
      >
    </div>
    <ClassSheet
      v-if="columns.length && rows.length"
      ref="sheet"
      v-model:active="active"
      label="Levels"
      :corner="cornerOf(rows)"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cells="cells"
      :result="result"
      :footers="[]"
      :version="classStore.versionOf"
      :actions="actions"
    />
    <section v-else-if="rows.length === 0 && view.left" class="empty">
      <h2>Every level of {{ classStore.period?.title }} is decided</h2>
      <p>Each student has a level of every standard that this class works on.</p>
      <Button label="Show all students" @click="show({ left: false })" />
    </section>
    <section v-else-if="standards.length === 0 && !opened" class="empty">
      <h2>No standards in this class yet</h2>
      <p>Standards come from the district with the course, or you make some for this class.</p>
      <NuxtLink class="button" :to="{ path: `/class/${String(route.params.id)}/standards`, query }"
        >Standards of this class</NuxtLink
      >
    </section>
    <section v-else-if="rows.length === 0" class="empty">
      <h2>No students in {{ classStore.period?.title }}</h2>
      <p>Students come from the district's system. Pull the roster to see who is in this class.</p>
      <NuxtLink class="button" to="/exchange">Go to Exchange</NuxtLink>
    </section>
    <section v-else class="empty">
      <h2>No evidence of {{ opened?.code }} in {{ classStore.period?.title }} yet</h2>
      <p>Tag an assignment with it, or go round the room and note what you see.</p>
      <NuxtLink
        class="button"
        :to="{ path: `/round/${String(route.params.id)}`, query: { ...query, standard: opened?.id } }"
        >Round of the room</NuxtLink
      >
    </section>
    <LevelFillDialog v-if="filling" :lines="fillLines" :levels="fillLevels" @fill="fill" @close="filling = null" />
    <MarginPanel>
      <LevelMargin
        v-if="chosen && chosenStandard"
        ref="margin"
        :student-id="chosen.studentId"
        :standard="chosenStandard"
        :window="window"
        @back="back"
      />
      <StandardMargin v-else-if="head" :standard="head" :window="window" @open="open(head.id)" />
      <p v-else class="soft">Whatever is selected shows here in full.</p>
    </MarginPanel>
  </div>
</template>

<style scoped>
.legend {
  display: flex;
  gap: 3px;
}
.opened {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.window {
  flex: 1 1 60px;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  text-align: right;
  font-size: 12px;
  white-space: nowrap;
}
</style>
