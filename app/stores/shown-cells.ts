/** Which cells of scores are before one's eyes: the sheet that is open says so. */
export const useShownCells = defineStore('shown-cells', () => {
  const asks = shallowRef<((sectionId: string, cellId: string) => boolean) | null>(null)
  const isShown = (sectionId: string, cellId: string) => asks.value?.(sectionId, cellId) ?? false
  /** A sheet answers from now on, until it goes. */
  function answer(by: (sectionId: string, cellId: string) => boolean): void {
    asks.value = by
    onScopeDispose(() => {
      if (asks.value === by) asks.value = null
    })
  }
  return { isShown, answer }
})
