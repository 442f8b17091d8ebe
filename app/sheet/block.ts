import type { Block, Place } from './types'

/** The rectangle between two places. */
export function blockOf(a: Place, b: Place): Block {
  return {
    top: Math.min(a.row, b.row),
    bottom: Math.max(a.row, b.row),
    left: Math.min(a.column, b.column),
    right: Math.max(a.column, b.column),
  }
}

export const isOneCell = (block: Block) => block.top === block.bottom && block.left === block.right

/** The places of a block, row by row. */
export function placesIn(block: Block): Place[] {
  const places: Place[] = []
  for (let row = block.top; row <= block.bottom; row++)
    for (let column = block.left; column <= block.right; column++) places.push({ row, column })
  return places
}

/**
 * Where the texts of a copied block go: from the top left of the selection; a selection that is a multiple of the copied
 * block is tiled with it.
 *
 * @example laidOut([['8']], { top: 0, bottom: 2, left: 0, right: 0 }, 30, 9).length // 3
 */
export function laidOut(
  texts: string[][],
  into: Block,
  rows: number,
  columns: number,
): { place: Place; text: string }[] {
  const height = texts.length
  const width = Math.max(0, ...texts.map((line) => line.length))
  if (height === 0 || width === 0) return []
  const selectedHeight = into.bottom - into.top + 1
  const selectedWidth = into.right - into.left + 1
  const tall = selectedHeight % height === 0 ? selectedHeight : height
  const wide = selectedWidth % width === 0 ? selectedWidth : width
  const block = {
    top: into.top,
    left: into.left,
    bottom: Math.min(rows, into.top + tall) - 1,
    right: Math.min(columns, into.left + wide) - 1,
  }
  return placesIn(block).map((place) => ({
    place,
    text: texts[(place.row - into.top) % height]![(place.column - into.left) % width] ?? '',
  }))
}
