<script setup lang="ts">
import { jointId, partsOf } from '#core/kind'
import { periodOf } from '#core/calendar/periods'
import { cornerOf } from '~/sheet/rows'
import { sourceActions, type SheetCell } from '~/sheet/source-actions'
import type { SheetActions } from '~/sheet/types'
import type { SheetSource } from '~/composables/useSheetSource'
import { useFrame } from '~/stores/frame'
import { usePerson } from '~/stores/person'
import { useShownCells } from '~/stores/shown-cells'
import { AssignmentMargin, ClassNow, ColumnMargin, EmptySheet, GradeMargin } from '~/composables/later'
import { useColumnActions } from '~/composables/useColumnActions'
import { useGradebookSheet } from '~/composables/useGradebookSheet'
import { useLeavers } from '~/composables/useLeavers'
import { useSelection } from '~/composables/useSelection'
import { useSheetView } from '~/composables/useSheetView'
import { useWalk } from '~/composables/useWalk'
import { changeQuery } from '~/composables/useGoTo'

/** The sheet of scores of one class, or of all classes of a course together, with its margin and its dialogs. */
const props = defineProps<{ source: SheetSource; asOne: <T>(work: () => T) => T }>()
const { source, asOne } = props
/** Whose periods and plan the tools speak of. */
const lead = source.classes[0]!

const route = useRoute()
const { today } = storeToRefs(usePerson())
const frame = useFrame()
const sheet = useTemplateRef('sheet')
const scoreMargin = useTemplateRef('scoreMargin')
const columnMargin = useTemplateRef('columnMargin')
const gradeMargin = useTemplateRef('gradeMargin')

const active = useSelection(source, () => sheet.value?.focus())
const editing = computed(() => (route.query.edit ? String(route.query.edit) : null))
const { view, habits, show } = useSheetView()
/** What the students are filtered by in one column; null where they are not. */
function onlyBy(columnId: string | null) {
  const { show, at } = view.value
  return at !== null && at === columnId && (show === 'missing' || show === 'unscored') ? show : null
}

useShownCells().answer((sectionId, cellId) => {
  const [studentId, assignmentId] = partsOf(cellId) as [string, string]
  const classStore = source.classes.find((each) => each.snapshot!.section.id === sectionId)
  const column = source.columns.value.find((each) => each.in.get(sectionId) === assignmentId)
  return classStore && column
    ? (sheet.value?.isInView(source.rowIdOf(classStore, studentId), column.id) ?? false)
    : false
})

const dialogs = useTemplateRef('dialogs')
const leavers = useLeavers()
onBeforeUnmount(leavers.forget)
const { rows, columns, away, results, ofCategory, cells, result, version, footers } = useGradebookSheet(
  source,
  view,
  habits,
)
/** What is to be written in the margin opens it. */
function inMargin(work: () => unknown): void {
  frame.showMargin()
  void nextTick(work)
}
const {
  actions: onScores,
  foresee,
  look,
} = sourceActions(source, asOne, {
  note: (block) =>
    block.length > 1 ? dialogs.value?.fill(block, 'note') : inMargin(() => scoreMargin.value?.focusNote()),
  work: () => inMargin(() => scoreMargin.value?.focusWork()),
  fill,
  named: (table, columnId) => dialogs.value?.named(table, columnId) ?? false,
  ask(placed, go) {
    dialogs.value?.ask(placed, go)
    return true
  },
  everyone: () => leavers.included.value,
})
const actions: SheetActions = {
  ...onScores,
  open: () => inMargin(() => columnMargin.value?.focus()),
  begin: (_row, _result, wish) => {
    if (!frame.isMarginAway) return gradeMargin.value?.begin(wish) ?? ''
    inMargin(() => gradeMargin.value?.begin(wish))
    return ''
  },
}

/** Fills the block, or of one cell or a head the whole column. */
function fill(block: SheetCell[]): void {
  const columnId = active.value?.columnId
  if (block.length > 1) dialogs.value?.fill(block)
  else if (columnId) dialogs.value?.fill(rows.value.map((row) => [row.id, columnId]))
}
// ---- What is done with a whole column ----

const column = computed(() => (active.value?.rowId === null ? active.value.columnId : null))
const onColumn = useColumnActions(source, asOne)
// The hands are on the sheet from the first moment.
onMounted(() => !editing.value && void nextTick(() => sheet.value?.focus()))

watch(editing, (now) => now && frame.showMargin(), { immediate: true })

const edit = (columnId: string) => changeQuery({ edit: columnId })
/** The classes whose copy can be edited; the first unless another is chosen. */
const editable = computed(() => (editing.value && editing.value !== 'new' ? source.copiesOf(editing.value) : []))
const editedIn = ref(0)
watch(editing, () => (editedIn.value = 0))
const edited = computed(
  () => editable.value[editedIn.value] ?? { classStore: lead, assignmentId: editing.value ?? 'new' },
)

/** What a new assignment begins as: another one like this. */
const like = computed(() => {
  const copy = editing.value === 'new' && route.query.like ? source.copiesOf(String(route.query.like))[0] : undefined
  return copy && copy.classStore.get('assignment', copy.assignmentId)
})

/** A new assignment on its way into the sheet. Once its column is there, its first blank cell is selected. */
const made = ref<string | null>(null)
watch(
  [made, columns],
  () => {
    const column = made.value && source.columns.value.find((each) => [...each.in.values()].includes(made.value!))
    if (!column || !columns.value.some((each) => each.id === column.id)) return
    made.value = null
    const row = rows.value.find((each) => actions.isBlank(each.id, column.id)) ?? rows.value[0]
    if (row) active.value = { rowId: row.id, columnId: column.id }
    void nextTick(() => sheet.value?.focus())
  },
  { flush: 'post' },
)
function copied(idHere: string | null): void {
  made.value = idHere
  if (editing.value) void close()
}

async function close(): Promise<void> {
  await changeQuery({ edit: undefined, like: undefined })
  sheet.value?.focus()
}

/** Next and previous student or assignment, from the margin. */
const go = useWalk(active, rows, columns, () => sheet.value?.show())
const chosen = computed(() => (active.value?.rowId ? source.placeOf(active.value.rowId, active.value.columnId) : null))

/** A computed cell: whose it is, and of which period or category. */
const computedCell = computed(() => {
  const { rowId, columnId } = active.value ?? {}
  if (!rowId || !columnId || !results.value.some((each) => each.id === columnId)) return null
  const { classStore, studentId } = source.studentOf(rowId)
  const categoryId = ofCategory(classStore, columnId)
  const periodId = columnId === 'period' || categoryId ? classStore.periodId! : columnId
  return { classStore, studentId, periodId, categoryId }
})

/** Leavers are in no count of students. */
const enrolled = computed(() =>
  source.classes.reduce((sum, each) => sum + each.students.filter((one) => !each.hasLeft(one)).length, 0),
)
const everybody = computed(() => source.classes.reduce((sum, each) => sum + each.students.length, 0))
const corner = computed(() =>
  rows.value.length === everybody.value
    ? cornerOf(rows.value)
    : `${rows.value.filter(({ left }) => !left).length} of ${enrolled.value} shown`,
)
const looked = computed(() => columns.value.length > 0 && rows.value.length > 0)

/** The period in which a new assignment begins: the one looked at. */
const firstDate = computed(() =>
  periodOf(lead.periods, today.value)?.id === lead.periodId ? today.value : (lead.period?.firstDay ?? today.value),
)
</script>

<template>
  <div class="view">
    <ClassScope :class-store="lead">
      <SheetTools
        :away="away"
        :filled="looked"
        :several="source.several"
        @add="edit('new')"
        @fill="fill(sheet?.block() ?? [])"
        @files="dialogs?.files()"
        @back="sheet?.focus()"
      />
    </ClassScope>
    <ClassSheet
      v-if="looked"
      ref="sheet"
      v-model:active="active"
      label="Scores"
      :corner="corner"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cells="cells"
      :result="result"
      :footers="footers"
      :version="version"
      :actions="actions"
      :density="habits.density"
      :to-blanks="habits.enter === 'blank'"
    />
    <EmptySheet
      v-else
      :lead="lead"
      :filtered="source.columns.value.length > 0 && everybody > 0"
      :students="everybody"
      :view="view"
      @add="edit('new')"
      @show="show"
    />
    <MarginPanel>
      <template v-if="editing">
        <p v-if="editable.length > 1" class="row-of classes">
          <button
            v-for="(each, at) in editable"
            :key="each.assignmentId"
            type="button"
            class="toggle"
            :aria-pressed="editedIn === at"
            @click="editedIn = at"
          >
            in {{ source.shortOf(each.classStore) }}
          </button>
        </p>
        <ClassScope :key="edited.assignmentId" :class-store="edited.classStore">
          <AssignmentMargin
            :assignment-id="edited.assignmentId"
            :first-date="firstDate"
            :like="like"
            @close="close"
            @made="made = $event"
            @several="dialogs?.copyNew(edited.classStore, $event)"
            @remove="dialogs?.remove(editing)"
          />
        </ClassScope>
      </template>
      <ColumnMargin
        v-else-if="looked && column && source.copiesOf(column).length"
        :key="column"
        ref="columnMargin"
        :source="source"
        :column-id="column"
        :sorted="view.sort === column"
        :only="onlyBy(column)"
        @back="sheet?.focus()"
        @edit="edit(column)"
        @fill="fill([])"
        @duplicate="changeQuery({ edit: 'new', like: column })"
        @copy="dialogs?.copy(column)"
        @pattern="void onColumn.savePattern(column)"
        @sort="show({ sort: view.sort === column ? 'name' : column })"
        @only="show(onlyBy(column) === $event ? { show: 'all', at: null } : { show: $event, at: column })"
        @away="onColumn.putAway(column)"
        @remove="dialogs?.remove(column)"
      />
      <ClassScope
        v-else-if="looked && computedCell"
        :key="`computed ${computedCell.classStore.snapshot!.section.id}`"
        :class-store="computedCell.classStore"
      >
        <GradeMargin
          ref="gradeMargin"
          :student-id="computedCell.studentId"
          :period-id="computedCell.periodId"
          :category-id="computedCell.categoryId"
          @back="sheet?.focus()"
        />
      </ClassScope>
      <ClassScope
        v-else-if="looked && chosen"
        :key="chosen.classStore.snapshot!.section.id"
        :class-store="chosen.classStore"
      >
        <p v-if="source.several" class="soft small">{{ chosen.classStore.snapshot!.section.title }}</p>
        <ScoreMargin
          :key="jointId(...chosen.id)"
          ref="scoreMargin"
          :student-id="chosen.id[0]"
          :assignment-id="chosen.id[1]"
          @back="sheet?.focus()"
          @edit="active && edit(active.columnId)"
          @go="go"
        />
      </ClassScope>
      <p v-else-if="looked && active" class="soft">This class does not have this assignment.</p>
      <p v-else class="soft">Whatever is selected shows here in full.</p>
      <ClassNow v-if="lead.pencil" class="after" />
    </MarginPanel>
    <SheetDialogs
      ref="dialogs"
      :source="source"
      :as-one="asOne"
      :on-column="onColumn"
      :column-ids="columns.map((each) => each.id)"
      :row-ids="rows.map((each) => each.id)"
      :first-date="firstDate"
      :foresee="foresee"
      :look="look"
      @copied="copied"
      @removed="editing && close()"
    />
  </div>
</template>

<style scoped>
.classes {
  margin-bottom: 8px;
}
.after {
  margin-top: 18px;
  border-top: 1px dashed var(--ai4);
  padding-top: 10px;
}
</style>
