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

/** Writing that rests for longer is another sitting. */
const SITTING_MS = 10 * 60_000

/**
 * Text that is kept while it is being written: after a short rest, on leaving the field, and when the page is hidden.
 * What is written in one sitting is one line of the journal and one step back, from where it began.
 *
 * @param present the text as it is kept
 * @param write keeps a new text, with the id of the sitting
 * @param partOf what of the draft is the text, where something else stands in it for a while
 */
export function useDraft(
  present: () => string,
  write: (text: string, sitting: string) => void,
  partOf: (draft: string) => string = (draft) => draft,
) {
  const draft = ref(present())
  const self = { keep, closed: false }
  let sitting = { id: '', text: '', at: 0 }

  function keep(): void {
    const now = present()
    const text = partOf(draft.value)
    if (self.closed || text === now) return
    // Whatever else happened to the text ends the sitting: an undo, or somebody else.
    const goesOn = sitting.text === now && Date.now() - sitting.at < SITTING_MS
    sitting = { id: goesOn && sitting.id ? sitting.id : crypto.randomUUID(), text, at: Date.now() }
    write(text, sitting.id)
  }
  const keepSoon = useDebounceFn(keep, IDLE_MS)

  watch(draft, () => void keepSoon())
  watch(present, (text) => {
    if (text !== partOf(draft.value)) draft.value = text
  })
  useEventListener(document, 'visibilitychange', keep)
  useEventListener(window, 'pagehide', keep)
  open.add(self)
  onBeforeUnmount(() => {
    keep()
    open.delete(self)
  })

  return { draft, keep }
}
