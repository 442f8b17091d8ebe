import type { EventHandlerRequest, H3Event } from 'h3'
import type { z } from 'zod'
import { Problem } from '../services/problem'

/**
 * A route: what it answers, with problems turned into a status, a code and words for a person. Anything else that goes
 * wrong is a bug: it is logged by its kind and place, never with what the request carried.
 */
export function route<T>(handler: (event: H3Event<EventHandlerRequest>) => Promise<T>) {
  return defineEventHandler(async (event) => {
    try {
      return await handler(event)
    } catch (error) {
      if (error instanceof Problem)
        throw createError({
          statusCode: error.status,
          statusMessage: error.code,
          data: { code: error.code, message: error.message, detail: error.detail },
        })
      if (error instanceof Error && !('statusCode' in error)) {
        logBug(`${event.method} ${event.path.split('?')[0]!.replace(/\/[0-9a-f-]{20,}/g, '/…')}`, error)
        throw createError({
          statusCode: 500,
          statusMessage: 'bug',
          data: { code: 'bug', message: 'Something went wrong here. What you did is kept on this machine; try again.' },
        })
      }
      throw error
    }
  })
}

/**
 * Notes a bug by its place, its kind and its stack. An error's own words stay out: they may carry what a query held.
 */
export function logBug(place: string, error: unknown): void {
  const stack = error instanceof Error ? (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line)) : []
  console.error(`[bug] ${place}: ${error instanceof Error ? error.name : typeof error}`, stack.slice(0, 6).join('\n'))
}

/** The body of a request, checked. */
export async function bodyAs<S extends z.ZodType>(event: H3Event, schema: S): Promise<z.infer<S>> {
  return checked(schema, await readBody(event).catch(() => null))
}

/** The query of a request, checked. */
export function queryAs<S extends z.ZodType>(event: H3Event, schema: S): z.infer<S> {
  return checked(schema, getQuery(event))
}

function checked<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const parsed = schema.safeParse(input)
  if (parsed.success) return parsed.data
  const issue = parsed.error.issues[0]!
  throw new Problem(422, 'unreadable', issue.message, { path: issue.path.join('.') })
}
