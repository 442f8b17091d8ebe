const IDLE_MS = 600

/** The drafts of the page that is shown. */
const open = new Set<{ keep: () => void; closed: boolean }>()

/**
 * Keeps every draft now; `close` ends them too, as when another class takes the place of the one that they belong to.
 */
export function keepDrafts(close: boolean): void {
  for (const draft of open) {
    draft.keep()
    draft.closed ||= close
  }
}

/**
 * Text that is kept while it is being written: after a short rest, on leaving the field, and when the page is hidden.
 *
 * @param present the text as it is kept
 * @param write keeps a new text
 */
export function useDraft(present: () => string, write: (text: string) => void) {
  const draft = ref(present())
  const self = { keep, closed: false }

  function keep(): void {
    if (!self.closed && draft.value !== present()) write(draft.value)
  }
  const keepSoon = useDebounceFn(keep, IDLE_MS)

  watch(draft, () => void keepSoon())
  watch(present, (text) => (draft.value = text))
  useEventListener(document, 'visibilitychange', keep)
  useEventListener(window, 'pagehide', keep)
  open.add(self)
  onBeforeUnmount(() => {
    keep()
    open.delete(self)
  })

  return { draft, keep }
}
