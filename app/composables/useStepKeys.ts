/** Steps back with `Ctrl+Z` and on again with `Ctrl+Shift+Z`; while a text is written they belong to the text. */
export function useStepKeys(steps: { undo: () => unknown; redo: () => unknown }) {
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
    if ((event.target as HTMLElement).closest('input:not([hidden]), textarea')) return
    event.preventDefault()
    void (event.shiftKey ? steps.redo() : steps.undo())
  })
}
