import { FetchError } from 'ofetch'
import type { z } from 'zod'
import { problemResponse } from '#shared/problem'

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
    return this.code === 'unreachable'
  }
}

interface Options {
  method?: 'GET' | 'POST'
  body?: unknown
  query?: Record<string, string>
}

/**
 * Asks the server and reads the answer by its contract.
 *
 * @throws ApiProblem, whose message is for a person
 * @example await ask('/api/person', personResponse)
 */
export async function ask<S extends z.ZodType>(
  path: string,
  schema: S,
  { method = 'GET', body, query }: Options = {},
): Promise<z.infer<S>> {
  try {
    const answer: unknown = await $fetch(path, { method, body: body as BodyInit, query, retry: 0 })
    return schema.parse(answer)
  } catch (error) {
    throw asProblem(error)
  }
}

function asProblem(error: unknown): unknown {
  if (!(error instanceof FetchError)) return error
  const said = problemResponse.safeParse(error.data)
  if (said.success) return new ApiProblem(said.data.data.code, said.data.data.message, said.data.data.detail)
  const status = error.status ?? 0
  if (status === 0 || status >= 500)
    return new ApiProblem('unreachable', 'The server does not answer. What you type is kept on this machine.')
  return new ApiProblem(`status-${status}`, `The server answered ${status}. Reload the page and try again.`)
}
