<script setup lang="ts">
import { SheetController } from '~/sheet/controller'
import type { CellView, Place, ResultColumn, ResultView, SheetActions, SheetColumn, SheetRow } from '~/sheet/types'

/** Widths and heights in pixels; the controller places its boxes by them. */
const NAME = 168
const CELL = 60
const ROW = 27
const HEAD = 66

const props = defineProps<{
  label: string
  corner: string
  rows: SheetRow[]
  columns: SheetColumn[]
  results: ResultColumn[]
  cell: (rowId: string, columnId: string) => CellView
  result: (rowId: string, resultId: string) => ResultView
  footer: { title: string; columns: (string | null)[]; results: (string | null)[] } | null
  version: (rowId: string) => Ref<number>
  actions: SheetActions
}>()
const active = defineModel<{ rowId: string; columnId: string } | null>('active', { required: true })

const scroller = useTemplateRef('scroller')
const heads = useTemplateRef('heads')
const body = useTemplateRef('body')
const frame = useTemplateRef('frame')
const range = useTemplateRef('range')
const input = useTemplateRef('input')
const said = ref('')
let controller: SheetController | undefined

const resultsWidth = computed(() => props.results.reduce((sum, column) => sum + column.width, 0))
const width = computed(() => NAME + CELL * props.columns.length + resultsWidth.value)
const height = computed(() => HEAD + ROW * props.rows.length + (props.footer ? ROW : 0))

const idsOf = (place: Place): [string, string] => [props.rows[place.row]!.id, props.columns[place.column]!.id]

function elementAt({ row, column }: Place): HTMLElement | null {
  const line = row < 0 ? heads.value : body.value?.children[row]
  return (line?.children[column + 1] as HTMLElement | undefined) ?? null
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

/** What the view measures, noted as it changes: asking the page in the middle of a keystroke would lay it out anew. */
const view = { left: 0, top: 0, width: 0, height: 0 }
useResizeObserver(scroller, ([entry]) => {
  const first = view.width === 0
  view.width = entry!.contentRect.width
  view.height = entry!.contentRect.height
  if (first && controller) reveal(controller.active)
})
useEventListener(
  scroller,
  'scroll',
  () => {
    view.left = scroller.value!.scrollLeft
    view.top = scroller.value!.scrollTop
  },
  { passive: true },
)

function reveal({ row, column }: Place): void {
  if (view.width === 0) return
  const x = column * CELL
  const y = row * ROW
  const wide = view.width - NAME - resultsWidth.value
  const tall = view.height - HEAD - (props.footer ? ROW : 0)
  const left = Math.min(x, Math.max(view.left, x + CELL - wide))
  const top = row < 0 ? view.top : Math.min(y, Math.max(view.top, y + ROW - tall))
  if (left === view.left && top === view.top) return
  scroller.value!.scrollTo(left, top)
  Object.assign(view, { left, top })
}

onMounted(() => {
  controller = new SheetController({
    root: scroller.value!,
    overlay: { active: frame.value!, range: range.value!, input: input.value! },
    rows: () => props.rows.length,
    columns: () => props.columns.length,
    rect: ({ row, column }) => ({ x: NAME + column * CELL, y: HEAD + row * ROW, width: CELL, height: ROW }),
    element: elementAt,
    reveal,
    hit,
    text: (place) => props.actions.text(...idsOf(place)),
    shown: (place) => props.actions.text(...idsOf(place)),
    enter: (place, text) => props.actions.enter(...idsOf(place), text),
    clear: (places) => props.actions.clear(places.map(idsOf)),
    paste: (entries) => props.actions.paste(entries.map(({ place, text }) => [...idsOf(place), text])),
    letter: (key, places) => props.actions.letter(key, places.map(idsOf)),
    open: (column) => props.actions.open(props.columns[column]!.id),
    moved: (place) => {
      if (place.row < 0) return
      const [rowId, columnId] = idsOf(place)
      active.value = { rowId, columnId }
    },
    say: (words) => (said.value = words),
  })
  follow(false)
})

/** Puts the frame where the model says, as on opening or after the columns changed. */
function follow(focus: boolean): void {
  if (!controller || props.rows.length === 0 || props.columns.length === 0) return controller?.paint()
  const row = props.rows.findIndex((each) => each.id === active.value?.rowId)
  const column = props.columns.findIndex((each) => each.id === active.value?.columnId)
  controller.goTo({ row: Math.max(0, row), column: Math.max(0, column) }, { focus })
}

watch(
  () => [props.rows, props.columns],
  () => nextTick(() => follow(false)),
)
defineExpose({ focus: () => follow(true) })
</script>

<template>
  <div class="sheet">
    <div ref="scroller" class="scroller">
      <div
        role="grid"
        aria-multiselectable="true"
        :aria-label="label"
        :aria-rowcount="rows.length + (footer ? 2 : 1)"
        :aria-colcount="columns.length + results.length + 1"
        class="grid"
        :style="{ width: `${width}px`, height: `${height}px` }"
      >
        <div ref="heads" role="row" class="heads" aria-rowindex="1">
          <div role="columnheader" class="name head" aria-colindex="1">{{ corner }}</div>
          <div
            v-for="(column, at) in columns"
            :key="column.id"
            role="columnheader"
            tabindex="-1"
            data-head
            class="head"
            :aria-colindex="at + 2"
            :aria-label="column.words"
            :title="column.words"
          >
            <span
              class="tint"
              :style="{ background: column.tint ? `var(--tint-${column.tint})` : 'transparent' }"
            /><b>{{ column.title }}</b
            ><small v-for="line in column.under" :key="line">{{ line }}</small>
          </div>
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
        <div ref="body" role="rowgroup">
          <SheetRow
            v-for="(row, at) in rows"
            :key="row.id"
            :row="row"
            :at="at"
            :columns="columns"
            :results="results"
            :version="version(row.id)"
            :cell="cell"
            :result="result"
          />
        </div>
        <div v-if="footer" role="row" class="row foot" :aria-rowindex="rows.length + 2">
          <div role="rowheader" class="name" aria-colindex="1">{{ footer.title }}</div>
          <div
            v-for="(text, at) in footer.columns"
            :key="columns[at]?.id"
            role="gridcell"
            aria-readonly="true"
            class="cell"
            :aria-colindex="at + 2"
          >
            {{ text }}
          </div>
          <div class="results" role="none">
            <div
              v-for="(text, at) in footer.results"
              :key="results[at]?.id"
              role="gridcell"
              aria-readonly="true"
              class="result"
              :class="{ strong: results[at]?.strong }"
              :style="{ width: `${results[at]?.width}px` }"
              :aria-colindex="columns.length + 2 + at"
            >
              {{ text }}
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
    </div>
    <p id="sheet-said" class="said" role="status">{{ said }}</p>
  </div>
</template>

<style>
.sheet {
  position: relative;
  min-height: 0;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: var(--sheet);
}
.sheet .scroller {
  position: relative;
  overflow: auto;
  height: 100%;
}
.sheet .grid {
  position: relative;
}
.sheet .heads,
.sheet .row {
  display: flex;
}
.sheet .heads {
  position: sticky;
  top: 0;
  z-index: 5;
  height: 66px;
  background: var(--sheet);
}
.sheet .head {
  width: 60px;
  flex: none;
  height: 66px;
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
  line-height: 26px;
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
}
.sheet .name small {
  color: var(--soft);
  font-size: 11px;
}
.sheet .name.head {
  display: flex;
  line-height: 1.3;
  padding-bottom: 5px;
  color: var(--soft);
  font-weight: 400;
  cursor: default;
  border-bottom: 1.5px solid var(--ai3);
}
.sheet .row {
  height: 27px;
  content-visibility: auto;
  contain-intrinsic-height: 27px;
}
.sheet .cell {
  width: 60px;
  flex: none;
  height: 27px;
  padding: 0 7px 0 4px;
  text-align: right;
  font-size: 13.5px;
  line-height: 26px;
  white-space: nowrap;
  border: 0 solid var(--hair);
  border-width: 0 1px 1px 0;
}
.sheet .cell:focus {
  outline: 0;
}
.sheet .row:nth-child(5n) > *,
.sheet .row:nth-child(5n) .result {
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
  height: 27px;
  padding: 0 8px 0 4px;
  text-align: right;
  line-height: 26px;
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
  height: 66px;
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
.sheet .foot {
  position: sticky;
  bottom: 0;
  z-index: 4;
}
.sheet .foot > *,
.sheet .foot .result {
  background: var(--paper);
  border-top: 1.5px solid var(--ai3);
  color: var(--soft);
  font-size: 12px;
  line-height: 24px;
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
.sheet .said {
  padding: 4px 18px;
  color: var(--shu);
  font-weight: 600;
  font-size: 12px;
  border-top: 1px solid var(--line);
}
.sheet .said:empty {
  position: absolute;
  border: 0;
  padding: 0;
}
</style>
