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

const ROWS = 8
const COLUMNS = 6

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
  const [top, bottom] = around(view.top / sheet.row, (view.top + view.height) / sheet.row, ROWS, sheet.rows)
  const [left, right] = around(view.left / sheet.cell, (view.left + view.width) / sheet.cell, COLUMNS, sheet.columns)
  return { top, bottom, left, right }
}

function around(from: number, to: number, block: number, count: number): [number, number] {
  const first = Math.max(0, Math.floor(from / block) - 1) * block
  return [Math.min(first, count), Math.min(count, (Math.ceil(to / block) + 1) * block)]
}
