/** What the page asked for before its scripts had come (`build/early-asks.ts`). */
interface Early {
  at: number
  answers: Record<string, Promise<Response | null>>
}

/** What was asked for earlier than this is asked for again. */
const FRESH_MS = 10_000

/**
 * The answer to what the page asked for by itself, once and while it is fresh; null where there is none that is good.
 *
 * @example (await earlyAnswer('/api/person')) ?? (await fetch('/api/person'))
 */
export async function earlyAnswer(path: string): Promise<Response | null> {
  const { yukataEarly: early } = window as { yukataEarly?: Early }
  const asked = early?.answers[path]
  if (!early || !asked) return null
  Reflect.deleteProperty(early.answers, path)
  const response = Date.now() - early.at < FRESH_MS ? await asked : null
  return response?.ok ? response : null
}
