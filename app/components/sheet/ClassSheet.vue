<script setup lang="ts">
import { SheetController } from '~/sheet/controller'
import { densities, stretch, whole, type Density, type Stretch } from '~/sheet/window'
import type {
  CellView,
  Footer,
  Place,
  ResultColumn,
  ResultView,
  Selected,
  SheetActions,
  SheetColumn,
  SheetRow,
} from '~/sheet/types'

/** Widths and heights in pixels; the controller places its boxes by them. */
const NAME = 168
const CELL = 60
const HEAD = 66
/** What the name of a group takes over the heads. */
const GROUP = 15
/** Up to so many cells all are in the page; above, those in view and some around them. */
const ALL = 3000

const props = withDefaults(
  defineProps<{
    label: string
    corner: string
    rows: SheetRow[]
    columns: SheetColumn[]
    results: ResultColumn[]
    cell: (rowId: string, columnId: string) => CellView
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
const frame = useTemplateRef('frame')
const range = useTemplateRef('range')
const input = useTemplateRef('input')
const said = ref('')
const saidAt = ref({ left: '0px', top: '0px' })
let controller: SheetController | undefined

const headHeight = computed(() => HEAD + (props.columns.some((each) => each.group) ? GROUP : 0))
const rowHeight = computed(() => densities[props.density])
const resultsWidth = computed(() => props.results.reduce((sum, column) => sum + column.width, 0))
const width = computed(() => NAME + CELL * props.columns.length + resultsWidth.value)
const feet = computed(() => rowHeight.value * props.footers.length)
const height = computed(() => headHeight.value + rowHeight.value * props.rows.length + feet.value)

const idsOf = (place: Place): [string, string] => [props.rows[place.row]!.id, props.columns[place.column]!.id]

/** What the view measures, noted as it changes: asking the page in the middle of a keystroke would lay it out anew. */
const view = { left: 0, top: 0, width: 0, height: 0 }
const windowed = computed(() => props.rows.length * props.columns.length > ALL)
const inPage = shallowRef<Stretch>(whole(0, 0))
const shownColumns = computed(() => props.columns.slice(inPage.value.left, inPage.value.right))
const shownRows = computed(() => props.rows.slice(inPage.value.top, inPage.value.bottom))

/** Puts into the page what the view needs. */
function look(): void {
  const [rows, columns] = [props.rows.length, props.columns.length]
  const wanted = windowed.value
    ? stretch(
        { ...view, width: view.width - NAME - resultsWidth.value },
        { rows, columns, row: rowHeight.value, cell: CELL },
      )
    : whole(rows, columns)
  const now = inPage.value
  if ((Object.keys(wanted) as (keyof Stretch)[]).every((side) => wanted[side] === now[side])) return
  inPage.value = wanted
  if (windowed.value) void nextTick(() => controller?.settle())
}
watch(() => [props.rows, props.columns, props.density], look, { immediate: true, flush: 'sync' })

useResizeObserver(scroller, ([entry]) => {
  const first = view.width === 0
  view.width = entry!.contentRect.width
  view.height = entry!.contentRect.height
  look()
  if (first && controller) reveal(controller.active)
})
useEventListener(
  scroller,
  'scroll',
  () => {
    view.left = scroller.value!.scrollLeft
    view.top = scroller.value!.scrollTop
    look()
  },
  { passive: true },
)

function elementAt({ row, column }: Place): HTMLElement | null {
  const { left, right, top, bottom } = inPage.value
  if (column < left || column >= right || (row >= 0 && (row < top || row >= bottom))) return null
  const line = row < 0 ? heads.value : body.value?.children[row - top]
  // Before the cells stand the name and the room of the columns that are not in the page.
  return (line?.children[column - left + 2] as HTMLElement | undefined) ?? null
}

function hit(target: EventTarget | null): Place | null {
  const element = (target as HTMLElement | null)?.closest?.<HTMLElement>(
    '[role=gridcell]:not([aria-readonly]), [data-head]',
  )
  if (!element || !scroller.value?.contains(element)) return null
  return {
    row: Number(element.parentElement!.getAttribute('aria-rowindex')) - 2,
    column: Number(element.getAttribute('aria-colindex')) - 2,
  }
}

function reveal({ row, column }: Place): void {
  if (view.width === 0) return
  const x = column * CELL
  const y = row * rowHeight.value
  const wide = view.width - NAME - resultsWidth.value
  const tall = view.height - headHeight.value - feet.value
  // Whole columns begin beside the names.
  const right = Math.ceil((x + CELL - wide) / CELL) * CELL
  const left = Math.min(x, Math.max(view.left, right))
  const top = row < 0 ? view.top : Math.min(y, Math.max(view.top, y + rowHeight.value - tall))
  if (left === view.left && top === view.top) return
  scroller.value!.scrollTo(left, top)
  Object.assign(view, { left, top })
  look()
}

/** Where Enter goes: one down, or, as set, to the next blank of the column where there is one. */
function next({ row, column }: Place): Place {
  if (props.toBlanks)
    for (let below = row + 1; below < props.rows.length; below++)
      if (props.actions.isBlank(...idsOf({ row: below, column }))) return { row: below, column }
  return { row: row + 1, column }
}

function say(words: string): void {
  if (words && controller) {
    const { x, y } = rect(controller.active)
    saidAt.value = { left: `${Math.max(NAME, x - 40)}px`, top: `${y + rowHeight.value + 4}px` }
  }
  said.value = words
}

const rect = ({ row, column }: Place) => ({
  x: NAME + column * CELL,
  y: headHeight.value + row * rowHeight.value,
  width: CELL,
  height: rowHeight.value,
})

onMounted(() => {
  controller = new SheetController({
    root: scroller.value!,
    overlay: { active: frame.value!, range: range.value!, input: input.value! },
    rows: () => props.rows.length,
    columns: () => props.columns.length,
    rect,
    element: elementAt,
    reveal,
    hit,
    text: (place) => props.actions.text(...idsOf(place)),
    shown: (place) => props.actions.text(...idsOf(place)),
    enter: (place, text) => props.actions.enter(...idsOf(place), text),
    clear: (places) => props.actions.clear(places.map(idsOf)),
    paste: (entries) => props.actions.paste(entries.map(({ place, text }) => [...idsOf(place), text])),
    named: (table, from) => props.actions.named?.(table, props.columns[from.column]!.id) ?? false,
    fillDown: (columns) => props.actions.fillDown(columns.map((places) => places.map(idsOf))),
    next,
    letter: (key, places) => props.actions.letter(key, places.map(idsOf)),
    open: (column) => props.actions.open(props.columns[column]!.id),
    moved: (place) => {
      const columnId = props.columns[place.column]!.id
      active.value = { rowId: place.row < 0 ? null : props.rows[place.row]!.id, columnId }
    },
    say,
  })
  follow(false)
})

/** Puts the frame where the model says, as on opening or after the columns changed. */
function follow(focus: boolean): void {
  if (!controller || props.rows.length === 0 || props.columns.length === 0) return controller?.paint()
  const row = props.rows.findIndex((each) => each.id === active.value?.rowId)
  const column = props.columns.findIndex((each) => each.id === active.value?.columnId)
  const onHead = active.value?.rowId === null && column >= 0
  controller.goTo({ row: onHead ? -1 : Math.max(0, row), column: Math.max(0, column) }, { focus })
}

watch(
  () => [props.rows, props.columns, props.density],
  () => nextTick(() => follow(false)),
)
defineExpose({
  focus: () => follow(true),
  /** Shows the selected cell, without taking the keyboard. */
  show: () => follow(false),
  /** The cells of the selected block, row by row. */
  block: () => controller?.places().map(idsOf) ?? [],
})
</script>

<template>
  <div class="sheet" :style="{ '--row-height': `${rowHeight}px`, '--head-height': `${headHeight}px` }">
    <div ref="scroller" class="scroller" tabindex="-1">
      <div
        role="grid"
        aria-multiselectable="true"
        :aria-label="label"
        :aria-rowcount="rows.length + footers.length + 1"
        :aria-colcount="columns.length + results.length + 1"
        class="grid"
        :class="{ windowed }"
        :style="{ width: `${width}px`, height: `${height}px` }"
      >
        <div ref="heads" role="row" class="heads" aria-rowindex="1">
          <div role="columnheader" class="name head" aria-colindex="1">{{ corner }}</div>
          <div role="none" class="beyond" :style="{ width: `${CELL * inPage.left}px` }" />
          <div
            v-for="(column, at) in shownColumns"
            :key="column.id"
            role="columnheader"
            tabindex="-1"
            data-head
            class="head"
            :class="{ first: column.group }"
            :aria-colindex="inPage.left + at + 2"
            :aria-label="column.words"
            :title="column.words"
          >
            <em v-if="column.group">{{ column.group }}</em>
            <span
              class="tint"
              :style="{ background: column.tint ? `var(--tint-${column.tint})` : 'transparent' }"
            /><b>{{ column.title }}</b
            ><small v-for="line in column.under" :key="line">{{ line }}</small>
          </div>
          <div role="none" class="beyond" :style="{ width: `${CELL * (columns.length - inPage.right)}px` }" />
          <div class="results" role="none">
            <div
              v-for="(column, at) in results"
              :key="column.id"
              role="columnheader"
              class="head result"
              :aria-colindex="columns.length + 2 + at"
              :style="{ width: `${column.width}px` }"
            >
              <b>{{ column.title }}</b><small>{{ column.under }}</small>
            </div>
          </div>
        </div>
        <div
          ref="body"
          role="rowgroup"
          class="body"
          :style="{
            paddingTop: `${rowHeight * inPage.top}px`,
            paddingBottom: `${rowHeight * (rows.length - inPage.bottom)}px`,
          }"
        >
          <SheetRow
            v-for="(row, at) in shownRows"
            :key="row.id"
            :row="row"
            :at="inPage.top + at"
            :columns="shownColumns"
            :from="inPage.left"
            :count="columns.length"
            :before="CELL * inPage.left"
            :after="CELL * (columns.length - inPage.right)"
            :results="results"
            :version="version(row.id)"
            :cell="cell"
            :result="result"
          />
        </div>
        <div class="feet" role="rowgroup">
          <div
            v-for="(footer, line) in footers"
            :key="footer.title"
            role="row"
            class="row foot"
            :aria-rowindex="rows.length + 2 + line"
          >
            <div role="rowheader" class="name" aria-colindex="1">{{ footer.title }}</div>
            <div role="none" class="beyond" :style="{ width: `${CELL * inPage.left}px` }" />
            <div
              v-for="(column, at) in shownColumns"
              :key="column.id"
              role="gridcell"
              aria-readonly="true"
              class="cell"
              :aria-colindex="inPage.left + at + 2"
            >
              {{ footer.columns.get(column.id) }}
            </div>
            <div role="none" class="beyond" :style="{ width: `${CELL * (columns.length - inPage.right)}px` }" />
            <div class="results" role="none">
              <div
                v-for="(each, at) in results"
                :key="each.id"
                role="gridcell"
                aria-readonly="true"
                class="result"
                :class="{ strong: each.strong }"
                :style="{ width: `${each.width}px` }"
                :aria-colindex="columns.length + 2 + at"
              >
                {{ footer.results.get(each.id) }}
              </div>
            </div>
          </div>
        </div>
      </div>
      <div ref="range" class="over range" hidden />
      <div ref="frame" class="over frame" hidden />
      <input
        ref="input"
        class="over editor"
        hidden
        autocomplete="off"
        inputmode="decimal"
        aria-describedby="sheet-said"
      />
      <p id="sheet-said" class="over said" role="status" :style="saidAt">{{ said }}</p>
    </div>
  </div>
</template>

<style>
.sheet {
  position: relative;
  min-height: 0;
  display: grid;
  background: var(--sheet);
}
.sheet .scroller {
  position: relative;
  overflow: auto;
  height: 100%;
  outline: 0;
}
.sheet .grid {
  position: relative;
}
.sheet .beyond {
  flex: none;
}
.sheet .heads,
.sheet .row {
  display: flex;
}
.sheet .heads {
  position: sticky;
  top: 0;
  z-index: 5;
  height: var(--head-height);
  background: var(--sheet);
}
.sheet .head {
  width: 60px;
  flex: none;
  height: var(--head-height);
  padding: 0 5px 4px 6px;
  border: 0 solid var(--hair);
  border-right-width: 1px;
  border-bottom: 1.5px solid var(--ai3);
  display: flex;
  flex-direction: column;
  justify-content: flex-end;
  text-align: left;
  background: var(--sheet);
  cursor: pointer;
}
.sheet .head:focus-visible {
  outline: 2px solid var(--ai5);
  outline-offset: -2px;
}
.sheet .head.first {
  border-left: 1px solid var(--ai3);
}
.sheet .head em {
  margin-bottom: auto;
  padding-top: 3px;
  font-style: normal;
  font-size: 11px;
  font-weight: 600;
  color: var(--ai5);
  white-space: nowrap;
}
.sheet .tint {
  height: 3px;
  border-radius: 2px;
  margin-bottom: 4px;
}
.sheet .head b {
  font-weight: 620;
  font-size: 12px;
  line-height: 1.2;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.sheet .head small {
  color: var(--soft);
  font-size: 11px;
  line-height: 1.2;
  white-space: nowrap;
}
.sheet .name {
  position: sticky;
  left: 0;
  z-index: 3;
  width: 168px;
  flex: none;
  padding: 0 8px 0 18px;
  background: var(--sheet);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  height: var(--row-height);
  line-height: calc(var(--row-height) - 1px);
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
}
.sheet .name small {
  color: var(--soft);
  font-size: 11px;
}
.sheet .name.head {
  display: flex;
  height: var(--head-height);
  line-height: 1.3;
  padding-bottom: 5px;
  color: var(--soft);
  font-weight: 400;
  cursor: default;
  border-bottom: 1.5px solid var(--ai3);
}
.sheet .row {
  height: var(--row-height);
}
.sheet .grid:not(.windowed) .row {
  content-visibility: auto;
  contain-intrinsic-height: var(--row-height);
}
.sheet .cell {
  width: 60px;
  flex: none;
  height: var(--row-height);
  padding: 0 7px 0 4px;
  text-align: right;
  font-size: 13.5px;
  line-height: calc(var(--row-height) - 1px);
  white-space: nowrap;
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
}
.sheet .cell:focus {
  outline: 0;
}
.sheet .row.fifth > *,
.sheet .row.fifth .result {
  border-bottom-color: var(--fifth);
}
.sheet .row:focus-within .name {
  background: var(--row);
  font-weight: 560;
}
.sheet .cell[data-mark]::before {
  content: attr(data-mark);
  float: left;
  font-size: 9px;
  font-weight: 700;
  letter-spacing: 0.02em;
  line-height: 11px;
  color: var(--soft);
}
.sheet .cell.missing::before {
  color: var(--shu);
}
.sheet .cell.excused {
  background: repeating-linear-gradient(135deg, var(--weave) 0 2px, transparent 2px 6px);
  color: var(--pale);
}
.sheet .cell.dropped {
  color: var(--soft);
  font-weight: 350;
}
.sheet .result .why {
  font-size: 10.5px;
  color: var(--soft);
  font-weight: 400;
}
.sheet .row .cell.away {
  background-color: var(--paper);
  background-image: radial-gradient(var(--line) 0.8px, transparent 1px);
  background-size: 6px 6px;
}
.sheet .cell.note-family {
  background-image: linear-gradient(var(--ai4), var(--ai4));
  background-size: 2px 17px;
  background-position: right 2px center;
  background-repeat: no-repeat;
}
.sheet .cell.note-teacher {
  background-image: repeating-linear-gradient(var(--ai4) 0 3px, transparent 3px 5px);
  background-size: 2px 17px;
  background-position: right 2px center;
  background-repeat: no-repeat;
}
.sheet sup {
  font-size: 9.5px;
  color: var(--ai4);
  font-weight: 650;
  line-height: 0;
  margin-left: 1px;
}
.sheet .results {
  position: sticky;
  right: 0;
  z-index: 3;
  display: flex;
  flex: none;
}
.sheet .result {
  flex: none;
  height: var(--row-height);
  padding: 0 8px 0 4px;
  text-align: right;
  line-height: calc(var(--row-height) - 1px);
  white-space: nowrap;
  background: var(--ai1);
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
}
.sheet .result.strong {
  font-weight: 600;
}
.sheet .head.result {
  width: auto;
  text-align: right;
  padding-right: 8px;
  height: var(--head-height);
  border-bottom: 1.5px solid var(--ai3);
  line-height: 1.3;
  cursor: default;
  background: var(--ai1);
}
.sheet .result .was {
  margin-right: 5px;
}
.sheet .letter {
  display: inline-block;
  width: 18px;
  margin-left: 4px;
  text-align: left;
}
.sheet .hatched {
  background: repeating-linear-gradient(135deg, var(--line) 0 1px, var(--ai1) 1px 6px);
}
.sheet .feet {
  position: sticky;
  bottom: 0;
  z-index: 4;
}
.sheet .foot > *,
.sheet .foot .result {
  background: var(--paper);
  color: var(--soft);
  font-size: 12px;
}
.sheet .foot:first-child > *,
.sheet .foot:first-child .result {
  border-top: 1.5px solid var(--ai3);
  line-height: calc(var(--row-height) - 3px);
}
.sheet .foot .result {
  background: var(--ai1);
}
.sheet .dye-0 {
  background: var(--dye-0);
  color: var(--dye-ink-0);
}
.sheet .dye-1 {
  background: var(--dye-1);
  color: var(--dye-ink-1);
}
.sheet .dye-2 {
  background: var(--dye-2);
  color: var(--dye-ink-2);
}
.sheet .dye-3 {
  background: var(--dye-3);
  color: var(--dye-ink-3);
}
.sheet .cell[class*='dye-'] {
  text-align: center;
  font-weight: 600;
  padding: 0;
  border-color: var(--sheet);
}
.sheet .result[class*='dye-'] {
  text-align: center;
  padding: 0;
}
.sheet .over {
  position: absolute;
  pointer-events: none;
}
.sheet .over[hidden] {
  display: none;
}
.sheet .frame {
  border: 2px solid var(--ai5);
  z-index: 2;
}
.sheet .range {
  background: color-mix(in srgb, var(--ai4) 16%, transparent);
  border: 1px solid var(--ai4);
  z-index: 1;
}
.sheet .editor {
  pointer-events: auto;
  z-index: 2;
  border: 2px solid var(--ai5);
  background: var(--field);
  text-align: right;
  padding: 0 5px;
  font-size: 13.5px;
  outline: 0;
  box-shadow: 0 2px 8px #1c234233;
}
.sheet .editor[aria-invalid] {
  border-color: var(--shu);
}
/* Why an entry is refused, right under it. */
.sheet .said {
  z-index: 6;
  max-width: 260px;
  padding: 5px 9px;
  border: 1px solid var(--shu);
  border-radius: 6px;
  background: var(--field);
  color: var(--shu);
  font-weight: 600;
  font-size: 12px;
  box-shadow: 0 2px 8px #1c234233;
}
.sheet .said:empty {
  border: 0;
  padding: 0;
}
/* Not yet sent: a small hollow ring. In conflict: a diamond. */
.sheet .cell.unsent::after {
  content: '';
  float: left;
  width: 5px;
  height: 5px;
  margin-top: calc(var(--row-height) / 2 - 3px);
  border: 1px solid var(--ai4);
  border-radius: 50%;
}
.sheet .cell.conflict::after {
  content: '';
  float: left;
  width: 7px;
  height: 7px;
  margin: calc(var(--row-height) / 2 - 4px) 0 0 2px;
  background: var(--shu);
  rotate: 45deg;
}
.sheet .cell.unsent[data-mark]::after,
.sheet .cell.conflict[data-mark]::after {
  clear: left;
  margin-top: 2px;
}
</style>
