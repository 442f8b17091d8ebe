import { COLUMNS, stretch, whole, type Stretch } from '~/sheet/window'
import type { ResultColumn, SheetColumn, SheetRow } from '~/sheet/types'
import { useTurns } from './useTurns'

/** How wide a cell is, in pixels. */
export const CELL = 50
/** Up to so many cells all are in the page; above, those in view and some around them. */
const ALL = 3000
/** While one scrolls, rows take up new columns in turns, every fourth in a frame: they are ready before they are seen. */
const TURNS = 4

/** What a sheet shows, and how much room its pinned parts take, in pixels. */
export interface SheetExtent {
  rows: SheetRow[]
  columns: SheetColumn[]
  results: ResultColumn[]
  /** Of the names at the left and the results at the right. */
  name: number
  resultsWidth: number
  rowHeight: number
  /** Of the heads above and the lines below the rows. */
  above: number
  below: number
}

/** Which rows and columns of a sheet are in the page: all of a small one; of a large one what is in view, and around it. */
export function useSheetWindow(
  scroller: Readonly<Ref<HTMLElement | null>>,
  extent: () => SheetExtent,
  on: { moved: () => void; opened: () => void },
) {
  /** What the view measures, noted as it changes: asking the page in the middle of a keystroke would lay it out anew. */
  const view = { left: 0, top: 0, width: 0, height: 0 }
  const counts = computed(() => ({ rows: extent().rows.length, columns: extent().columns.length }))
  const windowed = computed(() => counts.value.rows * counts.value.columns > ALL)
  const inPage = shallowRef<Stretch>(whole(0, 0))
  // Each side of its own, so that rows that come and go leave the columns as they are.
  const left = computed(() => inPage.value.left)
  const right = computed(() => inPage.value.right)
  const shownColumns = computed(() => extent().columns.slice(left.value, right.value))
  /** Columns come and go in blocks, so that a row that stays makes only what is new; without a window all are one. */
  const perBlock = computed(() => (windowed.value ? COLUMNS : counts.value.columns))
  let known = new Map<number, SheetColumn[]>()
  /** The most that were in the page at once: so many slots there are. */
  const most = { rows: 0, blocks: 0 }
  const blocks = computed(() => {
    const now = new Map<number, SheetColumn[]>()
    for (let from = left.value; from < right.value; from += perBlock.value) {
      const columns = extent().columns.slice(from, from + perBlock.value)
      const before = known.get(from)
      const same = before?.length === columns.length && columns.every((column, at) => column === before[at])
      now.set(from, same ? before : columns)
    }
    known = now
    const blocks = [...now].map(([from, columns]) => ({
      slot: from / perBlock.value,
      from,
      left: CELL * from,
      columns,
    }))
    return recycled(blocks, (most.blocks = Math.max(most.blocks, blocks.length)))
  })
  /** What heads and feet show of the columns. */
  const stretched = computed(() => ({
    columns: shownColumns.value,
    from: left.value,
    count: counts.value.columns,
    /** The room of the columns before those in the page, in pixels. */
    before: CELL * left.value,
    results: extent().results,
  }))
  /** The rows in the page, each in a slot that it leaves to another row when it goes: boxes are kept, and only written to. */
  const slots = computed(() => {
    const { top, bottom } = inPage.value
    const rows = extent().rows.slice(top, bottom)
    most.rows = Math.max(most.rows, rows.length)
    return recycled(
      rows.map((row, place) => ({ slot: top + place, row, at: top + place })),
      most.rows,
    )
  })
  const slotOf = (row: number) => slots.value.findIndex(({ at }) => at === row)

  const { taken, atOnce, inTurn } = useTurns(() => blocks.value, TURNS)
  const blocksOf = (row: number) => taken.value[row % TURNS]!

  /** How much of the view scrolls: what is pinned covers the rest. */
  const open = () => {
    const { name, resultsWidth, above, below } = extent()
    return { wide: view.width - name - resultsWidth, tall: view.height - above - below }
  }

  /** Puts into the page what the view needs; `ahead` says that there is time for columns that are not in view yet. */
  function look({ ahead = false } = {}): void {
    const { rows, columns } = counts.value
    const { wide, tall } = open()
    const next = windowed.value
      ? stretch({ ...view, width: wide, height: tall }, { rows, columns, row: extent().rowHeight, cell: CELL })
      : whole(rows, columns)
    const now = inPage.value
    if ((Object.keys(next) as (keyof Stretch)[]).every((side) => next[side] === now[side])) return
    inPage.value = next
    const isSeen = view.left / CELL >= now.left && (view.left + wide) / CELL <= now.right
    if (!ahead || !isSeen) atOnce()
    else if (next.left !== now.left || next.right !== now.right) inTurn()
    if (windowed.value) on.moved()
  }

  useResizeObserver(scroller, ([entry]) => {
    const first = view.width === 0
    view.width = entry!.contentRect.width
    view.height = entry!.contentRect.height
    look()
    if (first) on.opened()
  })
  useEventListener(
    scroller,
    'scroll',
    () => {
      view.left = scroller.value!.scrollLeft
      view.top = scroller.value!.scrollTop
      look({ ahead: true })
    },
    { passive: true },
  )

  return { view, windowed, open, inPage, blocksOf, stretched, slots, slotOf, look, atOnce }
}

/** Things in their slots: the number of each, modulo how many slots there are, in the order of the slots. */
const recycled = <T extends { slot: number }>(things: readonly T[], slots: number): T[] =>
  things.map((thing) => ({ ...thing, slot: thing.slot % slots })).sort((a, b) => a.slot - b.slot)
