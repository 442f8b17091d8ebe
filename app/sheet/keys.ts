/** Rows that a page key moves by. */
export const PAGE = 12
/** More than any sheet has. */
export const FAR = 1e6

/**
 * The rows and columns by which a key moves; null for one that does not move.
 *
 * @param far with Ctrl or Cmd: to the end
 * @example stepOf('ArrowDown', false) // [1, 0]
 */
export function stepOf(key: string, far: boolean): [rows: number, columns: number] | null {
  switch (key) {
    case 'ArrowUp':
      return [far ? -FAR : -1, 0]
    case 'ArrowDown':
      return [far ? FAR : 1, 0]
    case 'ArrowLeft':
      return [0, far ? -FAR : -1]
    case 'ArrowRight':
      return [0, far ? FAR : 1]
    case 'PageUp':
      return [-PAGE, 0]
    case 'PageDown':
      return [PAGE, 0]
    case 'Home':
      return [0, -FAR]
    case 'End':
      return [far ? FAR : 0, FAR]
    default:
      return null
  }
}
