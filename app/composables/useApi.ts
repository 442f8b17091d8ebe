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
  /** Told when a good answer has come, before it is read: what waits for something else besides can go on meanwhile. */
  came?: () => void
}

/** A server that has not answered by then does not. */
const PATIENCE_MS = 20_000

const unreachable = () =>
  new ApiProblem('unreachable', 'The server does not answer. What you type is kept on this machine.')

const unreadable = () =>
  new ApiProblem('unreadable', 'The server answered something that this page does not understand. Reload the page.')

/**
 * Asks the server and reads the answer by its contract. An answer that is not by the contract, as a page of somebody
 * else's on the way, is none.
 *
 * @throws ApiProblem, whose message is for a person
 * @example await ask('/api/person', personResponse)
 */
export async function ask<S extends z.ZodType>(path: string, schema: S, options: Options = {}): Promise<z.infer<S>> {
  let status: number
  let answer: unknown
  try {
    const response = await answerTo(path, options)
    status = response.status
    answer = await response.json()
  } catch {
    throw unreachable()
  }
  if (status !== 200) throw problemOf(status, answer)
  options.came?.()
  const parsed = schema.safeParse(answer)
  // Ours and of another version: reloading brings the two together.
  if (!parsed.success) throw unreadable()
  return parsed.data
}

/**
 * Asks the server for a file of that type.
 *
 * @throws ApiProblem, whose message is for a person
 * @example await askFile('/api/list-pdf', 'application/pdf', { method: 'POST', body: list })
 */
export async function askFile(path: string, type: string, options: Options = {}): Promise<Blob> {
  const response = await answerTo(path, options).catch(() => null)
  if (!response) throw unreachable()
  if (response.status !== 200) throw problemOf(response.status, await response.json().catch(() => null))
  const file = await response.blob().catch(() => null)
  if (!file) throw unreachable()
  if (!file.type.startsWith(type)) throw unreadable()
  return file
}

async function answerTo(
  path: string,
  { method = 'GET', body, query, patienceMs = PATIENCE_MS }: Options,
): Promise<Response> {
  const form = body instanceof FormData
  const early = method === 'GET' && !query ? await earlyAnswer(path) : null
  return (
    early ??
    (await fetch(query ? `${path}?${new URLSearchParams(query)}` : path, {
      method,
      headers: body === undefined || form ? {} : { 'content-type': 'application/json' },
      body: body === undefined || form ? (body as BodyInit | undefined) : JSON.stringify(body),
      signal: AbortSignal.timeout(patienceMs),
    }))
  )
}

function problemOf(status: number, answer: unknown): ApiProblem {
  const problem = problemResponse.safeParse(answer)
  if (!problem.success) return unreachable()
  const { code, figures, detail } = problem.data.data
  if (status >= 500 && code === 'bug') return unreachable()
  return new ApiProblem(code, sayProblem(code, figures), detail)
}
