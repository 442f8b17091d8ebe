/** Something the product has to say that no field or cell is about. */
export interface Notice {
  id: number
  at: number
  words: string
}

/** So many are kept to be looked up. */
const KEPT = 50

/**
 * What the product says beside the work. One is shown at a time, in a place of its own; it goes when something else is
 * done, when the page changes, or when it is put away, and is in the list until the page is closed.
 */
export const useNotices = defineStore('notices', () => {
  const list = ref<Notice[]>([])
  const shown = ref<Notice | null>(null)
  let last = 0

  function say(words: string): void {
    const notice = { id: ++last, at: Date.now(), words }
    list.value = [notice, ...list.value].slice(0, KEPT)
    shown.value = notice
  }
  /** Its matter is settled, or looked away from. */
  const settle = () => void (shown.value = null)
  /** Another person's are not told. */
  function forget(): void {
    list.value = []
    settle()
  }

  return { list, shown, say, settle, forget }
})
