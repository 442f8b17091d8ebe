import { z } from 'zod'
import { printsResponse, type Print, type PrintRequest } from '#shared/prints'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { usePrinting } from '~/composables/usePrinting'

/** How often it is asked how far prints are, while one is under way. */
const LOOK_MS = 600

export const isUnderWay = ({ state }: Pick<Print, 'state'>): boolean => state === 'waiting' || state === 'running'

/**
 * Report cards that are drawn in the background: asked for here, followed by how many are done, and found again on
 * whatever page one comes back to. Begin in a page's setup.
 */
export function usePrints() {
  const prints = shallowRef<Print[]>([])
  const { problem, attempt } = useAttempt()
  const { whenSaved } = usePrinting()
  const busy = ref(false)
  const look = async () => void (prints.value = await ask('/api/prints', printsResponse))
  const timer = useIntervalFn(async () => {
    if (!prints.value.some(isUnderWay)) return
    // A look that fails says nothing: the next one may not.
    await look().catch(() => {})
  }, LOOK_MS)
  onMounted(() => attempt(look))
  onUnmounted(timer.pause)

  /** Asks for one, once everything is saved; pressed again meanwhile, it still is one. */
  async function print(body: PrintRequest): Promise<void> {
    if (busy.value) return
    busy.value = true
    try {
      if (!(await whenSaved())) return
      await attempt(async () => {
        await ask('/api/prints', z.object({ id: z.string() }), { method: 'POST', body })
        await look()
      })
    } finally {
      busy.value = false
    }
  }
  /** Stops one, or takes a finished one from the list. */
  const end = (id: string) =>
    attempt(async () => {
      await ask(`/api/prints/${id}`, z.object({ done: z.boolean() }), { method: 'DELETE' })
      await look()
    })
  return { prints, problem, busy, print, end }
}
