import type { Message } from '#core/message'
import { actsResponse, type ActResult } from '#shared/class'
import { problemResponse, rejectedActs, rejections, type Rejection } from '#shared/problem'

/** What came back for some acts: a status and a text; null when nothing did. */
export interface Reply {
  status: number
  text: string
  retryAfter: string | null
}

/** What it means for them. */
export type Meaning =
  | { means: 'results'; results: ActResult[] }
  | { means: 'again'; afterMs: number | null }
  | { means: 'fewer' }
  | { means: 'sign in' }

const LONGEST_WAIT_MS = 5 * 60_000

/**
 * Decides what an answer to acts means. Only what our own server says of the very acts that were sent takes them out of
 * the queue: its results by their ids, or one of its listed rejections that names them. Everything else, from a broken
 * line to a page of somebody else's, means to try again.
 *
 * @param sent the ids of the acts, in the order in which they were sent
 * @example meaningOf({ status: 502, text: '<html>…', retryAfter: null }, ids) // { means: 'again', afterMs: null }
 */
export function meaningOf(reply: Reply | null, sent: readonly string[]): Meaning {
  const again: Meaning = { means: 'again', afterMs: waitOf(reply?.retryAfter ?? null) }
  const body = reply && jsonOf(reply.text)
  if (!reply || body === undefined) return again
  if (reply.status === 200) {
    const parsed = actsResponse.safeParse(body)
    const isOfThese =
      parsed.success &&
      parsed.data.results.length === sent.length &&
      parsed.data.results.every(({ id }, at) => id === sent[at])
    return isOfThese ? { means: 'results', results: parsed.data.results } : again
  }
  const problem = problemResponse.safeParse(body)
  if (!problem.success) return again
  const { code, figures, detail } = problem.data.data
  if (reply.status === 401 && code === 'signed-out') return { means: 'sign in' }
  if (reply.status === 413 && code === 'too-large')
    return sent.length > 1 ? { means: 'fewer' } : { means: 'results', results: rejectedAll(sent, code) }
  const named = rejectedActs.safeParse(detail)
  const isRejection = (rejections as readonly string[]).includes(code)
  if (isRejection && named.success && sent.every((id) => named.data.acts.includes(id)))
    return { means: 'results', results: rejectedAll(sent, code as Rejection, figures.fault as Message | undefined) }
  return again
}

const rejectedAll = (sent: readonly string[], code: Rejection, fault?: Message): ActResult[] =>
  sent.map((id) => ({ id, rejected: { code, ...(fault ? { fault } : {}) } }))

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

/** How long the server asks to wait: in seconds, or until a date (RFC 9110, Retry-After). */
function waitOf(retryAfter: string | null): number | null {
  if (!retryAfter) return null
  const ms = /^\d+$/.test(retryAfter.trim()) ? Number(retryAfter) * 1000 : Date.parse(retryAfter) - Date.now()
  return Number.isFinite(ms) && ms > 0 ? Math.min(ms, LONGEST_WAIT_MS) : null
}
