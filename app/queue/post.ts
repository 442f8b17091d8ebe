import type { Act } from '#core/acts/act'
import type { Reply } from './meaning'

/** How long an answer may take, and the slowest line that is waited for. */
const PATIENCE_MS = 10_000
const SLOWEST_PER_MS = 20
/** What a page that is going away may still send. */
const KEEPALIVE_CHARACTERS = 60_000

const pathOf = (sectionId: string) => `/api/classes/${encodeURIComponent(sectionId)}/acts`
const asked = (acts: readonly Act[], by: string) => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ acts, sentAt: new Date().toISOString(), by }),
})

/**
 * Sends acts of one class, and gives what came back; null when nothing did.
 *
 * @param by whose acts they are
 */
export async function postActs(sectionId: string, acts: readonly Act[], by: string): Promise<Reply | null> {
  const request = asked(acts, by)
  try {
    const response = await fetch(pathOf(sectionId), {
      ...request,
      signal: AbortSignal.timeout(PATIENCE_MS + request.body.length / SLOWEST_PER_MS),
    })
    return { status: response.status, text: await response.text(), retryAfter: response.headers.get('retry-after') }
  } catch {
    return null
  }
}

/** Sends acts from a page that is going away, if they are few enough for it; nobody is there to hear what comes of it. */
export function postLast(sectionId: string, acts: readonly Act[], by: string): void {
  const request = asked(acts, by)
  if (request.body.length < KEEPALIVE_CHARACTERS)
    void fetch(pathOf(sectionId), { ...request, keepalive: true }).catch(() => {})
}
