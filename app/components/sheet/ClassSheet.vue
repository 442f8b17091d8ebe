<script setup lang="ts">
import { SheetController } from '~/sheet/controller'
import type { HeldCell } from '~/sheet/host'
import { densities, type Density } from '~/sheet/window'
import type {
  CellView,
  Footer,
  Place,
  Placed,
  PlacedCells,
  ResultColumn,
  ResultView,
  Selected,
  SheetActions,
  SheetColumn,
  SheetRow,
} from '~/sheet/types'
import { useSheetMessage } from '~/composables/useSheetMessage'
import { CELL, useSheetWindow } from '~/composables/useSheetWindow'
import { useBeforeLeaving } from '~/composables/useBeforeLeaving'
import { useFrame } from '~/stores/frame'
import { useNotices } from '~/stores/notices'

/** Widths and heights in pixels; the controller places its boxes by them. */
const NAME_WIDE = 150
const NAME_NARROW = 124
const HEAD = 66
/** What the name of a group takes over the heads. */
const GROUP = 15
/** What each line about a column's state takes in the heads. */
const STATE = 12

const props = withDefaults(
  defineProps<{
    label: string
    corner: string
    rows: SheetRow[]
    columns: SheetColumn[]
    results: ResultColumn[]
    /** How the cells of a row look, by column. */
    cells: (rowId: string) => (columnId: string) => CellView
    result: (rowId: string, resultId: string) => ResultView
    footers: Footer[]
    version: (rowId: string) => Ref<number>
    actions: SheetActions
    density?: Density
    /** Whether Enter goes on to the next blank of the column, in place of the next cell. */
    toBlanks?: boolean
  }>(),
  { density: 'plain', toBlanks: false },
)
/** What is selected: a cell, or a whole column by its head. */
const active = defineModel<Selected | null>('active', { required: true })

const scroller = useTemplateRef('scroller')
const heads = useTemplateRef('heads')
const body = useTemplateRef('body')
const uid = useId()
const frame = useTemplateRef('frame')
const range = useTemplateRef('range')
const input = useTemplateRef('input')
let controller: SheetController | undefined

const { roomy } = storeToRefs(useFrame())
/** Names give way first where there is little room. */
const name = computed(() => (roomy.value ? NAME_WIDE : NAME_NARROW))
const headHeight = computed(() => {
  const states = Math.max(0, ...props.columns.map((each) => each.states?.length ?? 0))
  return HEAD + (props.columns.some((each) => each.group) ? GROUP : 0) + STATE * states
})
const rowHeight = computed(() => densities[props.density])
const resultsWidth = computed(() => props.results.reduce((sum, column) => sum + column.width, 0))
const width = computed(() => name.value + CELL * props.columns.length + resultsWidth.value)
const feet = computed(() => rowHeight.value * props.footers.length)
const height = computed(() => headHeight.value + rowHeight.value * props.rows.length + feet.value)

/** The column of a place: one that is typed in, or behind those a computed one. */
const columnAt = (column: number): SheetColumn | ResultColumn =>
  props.columns[column] ?? props.results[column - props.columns.length]!
const idsOf = (place: Place): [string, string] => [props.rows[place.row]!.id, columnAt(place.column).id]

const { view, windowed, open, inPage, blocksOf, stretched, slots, slotOf, look, atOnce } = useSheetWindow(
  scroller,
  () => ({
    rows: props.rows,
    columns: props.columns,
    results: props.results,
    name: name.value,
    resultsWidth: resultsWidth.value,
    rowHeight: rowHeight.value,
    above: headHeight.value,
    below: feet.value,
  }),
  { moved: () => void nextTick(() => controller?.settle()), opened: () => controller && reveal(controller.active) },
)
watch(
  () => [props.rows, props.columns, props.density, name.value],
  () => {
    look()
    atOnce()
  },
  { immediate: true, flush: 'sync' },
)

function elementAt({ row, column }: Place): HTMLElement | null {
  const { left, right, top, bottom } = inPage.value
  const at = column + 2
  if (row < 0)
    return (heads.value?.$el as HTMLElement | undefined)?.querySelector<HTMLElement>(`[aria-colindex="${at}"]`) ?? null
  if (row < top || row >= bottom) return null
  if (column >= props.columns.length) return body.value?.result(slotOf(row), at) ?? null
  // A row that has not had its turn yet has no such cell.
  return column < left || column >= right ? null : (body.value?.cell(slotOf(row), at) ?? null)
}

function hit(target: EventTarget | null): Place | null {
  const element = (target as HTMLElement | null)?.closest?.<HTMLElement>('.body [role=gridcell], [data-head]')
  if (!element || !scroller.value?.contains(element)) return null
  return {
    row: Number(element.closest('[data-row]')?.getAttribute('data-row') ?? -1),
    column: Number(element.getAttribute('aria-colindex')) - 2,
  }
}

function reveal({ row, column }: Place): void {
  if (view.width === 0) return
  const x = column * CELL
  const y = row * rowHeight.value
  const { wide, tall } = open()
  // The computed columns are always in view.
  const isInView = column >= props.columns.length
  // Whole columns begin beside the names.
  const right = Math.ceil((x + CELL - wide) / CELL) * CELL
  const left = isInView ? view.left : Math.min(x, Math.max(view.left, right))
  const top = row < 0 ? view.top : Math.min(y, Math.max(view.top, y + rowHeight.value - tall))
  if (left === view.left && top === view.top) return
  scroller.value!.scrollTo(left, top)
  Object.assign(view, { left, top })
  look()
}

/** Whether a cell is before one's eyes: nothing pinned covers it. */
function isInView(rowId: string, columnId: string): boolean {
  const row = props.rows.findIndex((each) => each.id === rowId)
  const column = props.columns.findIndex((each) => each.id === columnId)
  if (row < 0 || column < 0) return false
  const [x, y] = [column * CELL - view.left, row * rowHeight.value - view.top]
  const { wide, tall } = open()
  return x > -CELL && x < wide && y > -rowHeight.value && y < tall
}

const passes = (place: Place) => place.column < props.columns.length && props.actions.isPassedOver(...idsOf(place))

/**
 * Where Enter goes: on past students who were not in the class then, and, as set, to the next blank of the column where
 * there is one. At the end of the column it stays.
 */
function next({ row, column }: Place, step: 1 | -1): Place {
  const isThere = (at: number) => at >= 0 && at < props.rows.length
  if (props.toBlanks && step > 0 && column < props.columns.length)
    for (let at = row + step; isThere(at); at += step)
      if (props.actions.isBlank(...idsOf({ row: at, column }))) return { row: at, column }
  for (let at = row + step; isThere(at); at += step) if (!passes({ row: at, column })) return { row: at, column }
  // Above the first row is the head.
  return { row: step < 0 ? -1 : row, column }
}

const { message, messageAt, say } = useSheetMessage(() =>
  controller
    ? {
        ...rect(controller.active),
        rowHeight: rowHeight.value,
        left: view.left + name.value,
        right: view.left + view.width - resultsWidth.value,
        bottom: view.top + view.height - feet.value,
      }
    : null,
)

/** Binds an entry to its student and column. `actions` are the ones of now, for the page can turn to another class. */
function hold(place: Place): HeldCell {
  const { actions } = props
  const ids = idsOf(place)
  return {
    place: () => placeOf(...ids),
    enter: (text) => actions.enter(...ids, text),
    leave: (text, reason) => actions.leave(...ids, text, reason),
    mark: (text) =>
      (actions.isMark?.(text) ?? false) && !(actions.inLetters?.(...ids) ?? false) && actions.letter(text, [ids]),
    remember: (text) => actions.remember?.(...ids, text),
  }
}
const inCells = ({ entries, left, skipped }: Placed): PlacedCells => ({
  entries: entries.map(({ place, text }) => [...idsOf(place), text]),
  left,
  skipped: skipped.map((row) => props.rows[row]!.name),
})

/** The keys typed while a question was up go into the cell where they began, or are said to be unsaved. */
function asksFirst(place: Place, key: string, go: (keys: readonly string[]) => void): boolean {
  const { actions } = props
  const ids = idsOf(place)
  const inItsCell = (keys: readonly string[]) => {
    const now = props.actions === actions ? placeOf(...ids) : null
    if (!now || !scroller.value)
      return useNotices().say('What you typed wasn’t saved, because its cell is no longer shown.')
    controller!.goTo(now)
    go(keys)
  }
  return actions.asksFirst?.(...ids, key, inItsCell) ?? false
}
function placeOf(rowId: string, columnId: string): Place | null {
  const row = props.rows.findIndex((each) => each.id === rowId)
  const column = [...props.columns, ...props.results].findIndex((each) => each.id === columnId)
  return row < 0 || column < 0 ? null : { row, column }
}

const rect = ({ row, column }: Place) => ({
  x:
    column < props.columns.length
      ? name.value + column * CELL
      : Math.max(name.value, view.left + view.width - 2 * name.value),
  y: headHeight.value + row * rowHeight.value,
  width: CELL,
  height: rowHeight.value,
})

onMounted(() => {
  controller = new SheetController({
    root: scroller.value!,
    overlay: { active: frame.value!, range: range.value!, input: input.value! },
    rows: () => props.rows.length,
    columns: () => props.columns.length + props.results.length,
    typed: () => props.columns.length,
    rect,
    element: elementAt,
    name: (row) => body.value?.name(slotOf(row)) ?? null,
    reveal,
    hit,
    words: ({ row, column }) => `${props.rows[row]!.name}, ${props.columns[column]?.words ?? columnAt(column).title}`,
    text: (place) => props.actions.text(...idsOf(place)),
    shown: (place) =>
      place.column < props.columns.length ? props.actions.text(...idsOf(place)) : props.result(...idsOf(place)).text,
    hold,
    asksFirst,
    clear: (places) => props.actions.clear(places.map(idsOf)),
    paste: (entries) => props.actions.paste(entries.map(({ place, text }) => [...idsOf(place), text])),
    ask: (place, go) => props.actions.ask?.(() => inCells(place()), go) ?? false,
    named: (table, from) => props.actions.named?.(table, props.columns[from.column]!.id) ?? false,
    fillDown: (columns) => props.actions.fillDown(columns.map((places) => places.map(idsOf))),
    next,
    passes,
    inLetters: (place) => props.actions.inLetters?.(...idsOf(place)) ?? false,
    letter: (key, places) => props.actions.letter(key, places.map(idsOf)),
    isMark: (key) => props.actions.isMark?.(key) ?? false,
    open: (column) => props.actions.open(props.columns[column]!.id),
    begin: (place, wish) => props.actions.begin(...idsOf(place), wish),
    moved: (place) => {
      const columnId = columnAt(place.column).id
      active.value = { rowId: place.row < 0 ? null : props.rows[place.row]!.id, columnId }
    },
    say,
  })
  follow(false)
})

/** Puts the frame where the model says, as on opening or after the columns changed. */
function follow(focus: boolean): void {
  if (!controller || props.rows.length === 0 || props.columns.length === 0) return controller?.show()
  const row = props.rows.findIndex((each) => each.id === active.value?.rowId)
  const all = [...props.columns, ...props.results]
  const column = all.findIndex((each) => each.id === active.value?.columnId)
  const onHead = active.value?.rowId === null && column >= 0 && column < props.columns.length
  // A column or a row that is gone leaves the selection to its neighbor.
  const place = { row: row < 0 ? controller.active.row : row, column: column < 0 ? controller.active.column : column }
  controller.goTo(onHead ? { ...place, row: -1 } : { ...place, row: Math.max(0, place.row) }, { focus })
}

watch(
  () => [props.rows, props.columns, props.density, name.value],
  () =>
    nextTick(() => {
      follow(false)
      controller?.reseat()
    }),
)

useBeforeLeaving(() => controller?.finish())
defineExpose({
  focus: () => follow(true),
  /** Shows the selected cell, without taking the keyboard. */
  show: () => follow(false),
  isInView,
  /** The cells of the selected block, row by row. */
  block: () => controller?.places().map(idsOf) ?? [],
})
</script>

<template>
  <div
    class="sheet"
    :style="{
      '--row-height': `${rowHeight}px`,
      '--head-height': `${headHeight}px`,
      '--cell-width': `${CELL}px`,
      '--name-width': `${name}px`,
    }"
  >
    <div ref="scroller" class="scroller" tabindex="-1">
      <div class="grid" :class="{ windowed }" :style="{ width: `${width}px`, height: `${height}px` }">
        <SheetHeads :id="`${uid}-heads`" ref="heads" v-bind="stretched" :corner="corner" />
        <SheetBody
          ref="body"
          :label="label"
          :owns="`${uid}-heads ${uid}-feet`"
          :lines="rows.length + footers.length + 1"
          :rows="rows.length"
          :columns="columns.length"
          :row-height="rowHeight"
          :slots="slots"
          :blocks-of="blocksOf"
          :results="results"
          :results-width="resultsWidth"
          :version="version"
          :cells="cells"
          :result="result"
        />
        <SheetFeet :id="`${uid}-feet`" v-bind="stretched" :footers="footers" :rows="rows.length" />
      </div>
      <div ref="range" class="over range" hidden />
      <div ref="frame" class="over frame" hidden />
      <input
        ref="input"
        class="over editor"
        hidden
        autocomplete="off"
        inputmode="decimal"
        aria-describedby="sheet-message"
      />
      <p id="sheet-message" class="over said" role="status" :style="messageAt">{{ message }}</p>
    </div>
  </div>
</template>
