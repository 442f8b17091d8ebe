import { useNotices } from '~/stores/notices'

/** Continues with the keys that were typed while the question was up. */
type Go = (keys: readonly string[]) => void

/** A change to a declared term that waits for an answer. */
interface Waiting {
  /** The periods, by class and id, with their titles. */
  periods: ReadonlyMap<string, string>
  /** Called in this order once the teacher agrees. */
  goes: readonly Go[]
  /** Whether keys typed meanwhile are collected for the cells. */
  gathers: boolean
}

/** Keys that continue a stack. Tab and Escape belong to the question. */
const OF_A_STACK = /^(.|Enter|Backspace|Arrow(Up|Down|Left|Right))$/u

/**
 * Asks once per sitting, class, and period before a declared term changes. Keys typed meanwhile go into their cells once the
 * teacher agrees. Otherwise a notice says they weren't saved.
 */
export const useSealed = defineStore('sealed', () => {
  const notices = useNotices()
  const waiting = shallowRef<Waiting | null>(null)
  const keys = ref<string[]>([])
  const agreed = new Set<string>()

  /**
   * Returns whether it can go on right away. If not, the question is asked, and `go` is called after it is agreed.
   *
   * @param first the key that began an entry, where keys typed from now on belong to the sheet
   */
  function mayGo(sectionId: string, periods: readonly { id: string; title: string }[], go: Go, first?: string) {
    const asked = periods
      .map(({ id, title }) => [`${sectionId} ${id}`, title] as const)
      .filter(([key]) => !agreed.has(key))
    if (!asked.length) return true
    const before = waiting.value
    if (first !== undefined) keys.value.push(first)
    waiting.value = {
      periods: new Map([...(before?.periods ?? []), ...asked]),
      goes: [...(before?.goes ?? []), go],
      gathers: first !== undefined || (before?.gathers ?? false),
    }
    return false
  }

  // From the first key on, also before the question is drawn.
  useEventListener(
    document,
    'keydown',
    (event) => {
      if (!waiting.value?.gathers || event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
      if (!OF_A_STACK.test(event.key) || (event.target as HTMLElement).closest('button')) return
      event.preventDefault()
      event.stopPropagation()
      keys.value.push(event.key)
    },
    { capture: true },
  )

  async function answer(yes: boolean): Promise<void> {
    const asked = waiting.value
    const typed = keys.value
    waiting.value = null
    keys.value = []
    if (!asked) return
    if (!yes) return void (asked.gathers && notices.say('Left as declared. What you typed wasn’t saved.'))
    for (const key of asked.periods.keys()) agreed.add(key)
    // The question gives the keyboard back first.
    await nextTick()
    asked.goes.forEach((go, at) => go(at === 0 ? typed : []))
  }
  return { waiting, keys, mayGo, answer }
})
