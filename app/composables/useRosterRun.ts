import { z } from 'zod'
import { rosterItemsResponse, rosterRunResponse, startedRun, type RosterRun } from '#shared/roster-runs'
import { ApiProblem, ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'

const LOOK_MS = 400
const ok = z.object({ ok: z.literal(true) })
type Item = z.infer<typeof rosterItemsResponse>['items'][number]

/** A roster's run that is looked at: begun here or before, how far it is, what it did, and what can be done with it. */
export function useRosterRun(settled: () => void) {
  const run = shallowRef<RosterRun | null>(null)
  const items = shallowRef<Item[]>([])
  const next = ref<number | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let over = false
  /** The run that was asked for last. */
  let desired = ''

  /** One that is under way already is looked at. */
  const { problem, busy, attempt } = useAttempt((error) => {
    const detail = z.object({ runId: z.string() }).safeParse(error.detail)
    if (error.code === 'run-under-way' && detail.success) void look(detail.data.runId)
  })

  /** Looks at a run until it is over. Another one leaves the page at once: nothing can be done to it by mistake. */
  async function look(id: string): Promise<void> {
    clearTimeout(timer)
    desired = id
    if (run.value?.id !== id) {
      run.value = null
      items.value = []
    }
    try {
      const read = await ask(`/api/exchange/runs/${id}/roster`, rosterRunResponse)
      if (over || desired !== id) return
      run.value = read
      if (read.state === 'running') timer = setTimeout(() => void look(id), LOOK_MS)
      else {
        settled()
        if (read.canTakeBack || read.state === 'taken back') await more(true)
      }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.unreachable && !over) timer = setTimeout(() => void look(id), LOOK_MS * 5)
      else problem.value = error.message
    }
  }

  /** Reads what the run did, by name: from the beginning, or what follows. */
  async function more(fromStart = false): Promise<void> {
    if (!run.value) return
    const query: Record<string, string> = fromStart || next.value === null ? {} : { after: String(next.value) }
    const { id } = run.value
    const read = await ask(`/api/exchange/runs/${id}/items`, rosterItemsResponse, { query })
    if (desired !== id) return
    items.value = fromStart ? read.items : [...items.value, ...read.items]
    next.value = read.next
  }

  const begin = (path: string, body?: FormData) =>
    attempt(async () => {
      run.value = null
      const { runId } = await ask(path, startedRun, { method: 'POST', body, patienceMs: 10 * 60_000 })
      await look(runId)
    })
  const tell = (what: 'go-on' | 'stop' | 'take-back') =>
    attempt(async () => {
      const { id } = run.value!
      await ask(`/api/exchange/runs/${id}/${what}`, ok, { method: 'POST', patienceMs: 5 * 60_000 })
      await look(id)
    })

  onScopeDispose(() => {
    over = true
    clearTimeout(timer)
  })
  return { run, problem, busy, items, next, look, more, begin, tell }
}
