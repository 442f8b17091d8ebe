import { CELL } from './useSheetWindow'

/** How wide and tall words beside a cell are at most, in pixels: three lines. */
const WIDE = 260
const TALL = 72

/** The selected cell and what is in view around it, in pixels of the sheet's content. */
interface Around {
  x: number
  y: number
  rowHeight: number
  /** What pinned names, results and feet leave open. */
  left: number
  right: number
  bottom: number
}

/** Words beside the selected cell: never over the cells under it, where the hands go on, and never cut off. */
export function useSheetMessage(around: () => Around | null) {
  const message = ref('')
  const messageAt = ref({ left: '0px', top: '0px', transform: 'none' })

  function say(words: string): void {
    const it = words ? around() : null
    if (it) {
      const isLeft = it.x + CELL + WIDE > it.right && it.x - WIDE > it.left
      // Beside the last rows it grows upward.
      const isLow = it.y + TALL > it.bottom
      messageAt.value = {
        left: `${isLeft ? it.x - WIDE - 8 : it.x + CELL + 8}px`,
        top: `${isLow ? it.y + it.rowHeight : it.y}px`,
        transform: isLow ? 'translateY(-100%)' : 'none',
      }
    }
    message.value = words
  }

  return { message, messageAt, say }
}
