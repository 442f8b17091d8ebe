/** What waits for a word, because it would move the grades of a term that is declared. */
interface Waiting {
  /** The periods, by class and id, with their titles. */
  periods: ReadonlyMap<string, string>
  /** What was typed meanwhile, in its order: hands are faster than a question. */
  goes: readonly (() => void)[]
}

/**
 * Asks once in a sitting, for each class and period, before grades of a declared term are moved. What was typed waits
 * meanwhile, all of it, and is dropped where it is left.
 */
export const useSealed = defineStore('sealed', () => {
  const waiting = shallowRef<Waiting | null>(null)
  const agreed = new Set<string>()

  /** Whether it may go on at once; else it is asked, and `go` called later. */
  function mayGo(sectionId: string, periods: readonly { id: string; title: string }[], go: () => void): boolean {
    const asked = periods
      .map(({ id, title }) => [`${sectionId} ${id}`, title] as const)
      .filter(([key]) => !agreed.has(key))
    if (!asked.length) return true
    const { periods: before = [], goes = [] } = waiting.value ?? {}
    waiting.value = { periods: new Map([...before, ...asked]), goes: [...goes, go] }
    return false
  }
  function answer(yes: boolean): void {
    const asked = waiting.value
    waiting.value = null
    if (!asked || !yes) return
    for (const key of asked.periods.keys()) agreed.add(key)
    for (const go of asked.goes) go()
  }
  return { waiting, mayGo, answer }
})
