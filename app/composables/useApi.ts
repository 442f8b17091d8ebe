import type { z } from 'zod'
import { problemResponse } from '#shared/problem'
import { sayProblem } from '~/words/sentences/problems'
import { earlyAnswer } from './early'

/** What the server, or the network, said instead of an answer. */
export class ApiProblem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly detail?: unknown,
  ) {
    super(message)
  }
  /** Whether there was no answer at all, or none that means anything: worth trying again. */
  get unreachable(): boolean {
    return this.code === 'unreachable' || this.code.startsWith('records-')
  }
}

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  body?: unknown
  query?: Record<string, string>
  /** How long the answer may take. */
  patienceMs?: number
}

/** A server that has not answered by then does not. */
const PATIENCE_MS = 20_000

const unreachable = () =>
  new ApiProblem('unreachable', 'The server does not answer. What you type is kept on this machine.')

/**
 * Asks the server and reads the answer by its contract. An answer that is not by the contract, as a page of somebody
 * else's on the way, is none.
 *
 * @throws ApiProblem, whose message is for a person
 * @example await ask('/api/person', personResponse)
 */
export async function ask<S extends z.ZodType>(
  path: string,
  schema: S,
  { method = 'GET', body, query, patienceMs = PATIENCE_MS }: Options = {},
): Promise<z.infer<S>> {
  const form = body instanceof FormData
  let status: number
  let answer: unknown
  try {
    const early = method === 'GET' && !query ? await earlyAnswer(path) : null
    const response =
      early ??
      (await fetch(query ? `${path}?${new URLSearchParams(query)}` : path, {
        method,
        headers: body === undefined || form ? {} : { 'content-type': 'application/json' },
        body: body === undefined || form ? (body as BodyInit | undefined) : JSON.stringify(body),
        signal: AbortSignal.timeout(patienceMs),
      }))
    status = response.status
    answer = await response.json()
  } catch {
    throw unreachable()
  }
  if (status === 200) {
    const parsed = schema.safeParse(answer)
    if (parsed.success) return parsed.data
    // Ours and of another version: reloading brings the two together.
    throw new ApiProblem(
      'unreadable',
      'The server answered something that this page does not understand. Reload the page.',
    )
  }
  const problem = problemResponse.safeParse(answer)
  if (!problem.success) throw unreachable()
  const { code, figures, detail } = problem.data.data
  if (status >= 500 && code === 'bug') throw unreachable()
  throw new ApiProblem(code, sayProblem(code, figures), detail)
}
