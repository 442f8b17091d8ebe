import { z } from 'zod'
import type { Choice } from '#core/exchange/compare'
import { runProgress, runResponse, type ExchangeRun } from '#shared/exchange'
import { startedRun } from '#shared/roster-runs'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'

const ok = z.object({ ok: z.literal(true) })
const AGAIN_MS = 2000
/** Asking a district for a whole class may take its time. */
const PATIENCE_MS = 120_000

/**
 * The run of one class: prepared, decided, sent, followed while it goes on, and gone on with. What the page shows is what
 * the server has written down; the page can be left and come back to.
 */
export function useExchangeRun(sectionId: string, direction: 'push' | 'pull' = 'push') {
  const run = shallowRef<ExchangeRun | null>(null)
  const { problem, busy, attempt } = useAttempt()
  let source: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  const post = <S extends z.ZodType>(path: string, schema: S, body: unknown = {}) =>
    ask(path, schema, { method: 'POST', body, patienceMs: PATIENCE_MS })

  function silence(): void {
    clearTimeout(timer)
    source?.close()
    source = null
  }

  /** Hears how the run goes on, until it is over. */
  function follow(id: string): void {
    silence()
    source = new EventSource(`/api/exchange/runs/${id}/progress`)
    source.onmessage = ({ data }) => {
      const parsed = runProgress.safeParse(JSON.parse(String(data)))
      if (!parsed.success || run.value?.id !== id) return
      const { items, ...rest } = parsed.data
      const news = new Map(items.map((item) => [item.place, item]))
      run.value = {
        ...run.value,
        ...rest,
        items: run.value.items.map((item) => ({ ...item, ...news.get(item.place) })),
      }
      if (!isUnderWay(rest.state)) silence()
    }
    // Whatever ended it, the run itself says how far it is.
    source.onerror = () => {
      silence()
      timer = setTimeout(() => void look(id), AGAIN_MS)
    }
  }

  const look = (id: string) =>
    attempt(async () => {
      silence()
      run.value = await ask(`/api/exchange/runs/${id}`, runResponse)
      if (isUnderWay(run.value.state)) follow(id)
    })
  /** Compares, with the other system or with a file. @returns the run that came of it; undefined where there is none */
  async function prepare(file?: File): Promise<string | undefined> {
    let runId: string | undefined
    await attempt(async () => {
      const form = new FormData()
      if (file) form.append('file', file)
      const started = file
        ? post(`/api/classes/${sectionId}/gradebook-files`, startedRun, form)
        : post(`/api/classes/${sectionId}/prepare`, startedRun, { direction })
      ;({ runId } = await started)
    })
    return runId
  }
  const decide = (places: readonly number[], choice: Choice | null, remember: 'no' | 'thing' | 'type') =>
    attempt(async () => {
      const { id } = run.value!
      await post(`/api/exchange/runs/${id}/decide`, ok, { places, choice, remember })
      run.value = await ask(`/api/exchange/runs/${id}`, runResponse)
    })
  const tell = async (what: 'send' | 'again' | 'stop', body?: unknown) => {
    const { id } = run.value!
    const done = await attempt(async () => {
      await post(`/api/exchange/runs/${id}/${what}`, what === 'stop' ? ok : startedRun, body)
    })
    if (done) await look(id)
  }

  onScopeDispose(silence)
  return { run, problem, busy, look, prepare, decide, tell }
}

export const isUnderWay = (state: ExchangeRun['state']): boolean => state === 'queued' || state === 'running'
