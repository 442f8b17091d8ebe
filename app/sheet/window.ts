/** Heights of a row, in pixels. */
export const densities = { close: 23, plain: 27, roomy: 34 } as const
export type Density = keyof typeof densities

/** The part of a sheet that is in the page: rows and columns by index, the last not in it. */
export interface Stretch {
  top: number
  bottom: number
  left: number
  right: number
}

export const whole = (rows: number, columns: number): Stretch => ({ top: 0, bottom: rows, left: 0, right: columns })

/** How many rows, and how many columns, come and go together: the fewer, the less there is to do in one frame. */
const ROWS = 2
export const COLUMNS = 6
/** How many more are kept ready on either side. */
const ROWS_READY = 6
const COLUMNS_READY = 6

/**
 * The rows and columns that a view needs, and some around them, in blocks, so that scrolling moves the stretch rarely.
 *
 * @param view what is seen: where it is scrolled to and how large it is, in pixels
 * @param sheet how many rows and columns there are, and their height and width
 */
export function stretch(
  view: { left: number; top: number; width: number; height: number },
  sheet: { rows: number; columns: number; row: number; cell: number },
): Stretch {
  const { rows, columns, row, cell } = sheet
  const [top, bottom] = around([view.top / row, (view.top + view.height) / row], ROWS, ROWS_READY, rows)
  const [left, right] = around([view.left / cell, (view.left + view.width) / cell], COLUMNS, COLUMNS_READY, columns)
  return { top, bottom, left, right }
}

function around([from, to]: [number, number], block: number, ready: number, count: number): [number, number] {
  const first = Math.floor((from - ready) / block) * block
  const end = Math.ceil((to + ready) / block) * block
  return [Math.min(Math.max(0, first), count), Math.min(count, end)]
}
