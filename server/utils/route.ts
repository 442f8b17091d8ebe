import { fieldFault } from '../../core/fields'
import type { EventHandlerRequest, H3Event } from 'h3'
import type { z } from 'zod'
import { isAway, isOutOfRange } from '../database/faults'
import { Problem } from '../services/problem'

/** How long whoever is turned away for the moment waits before the next try. */
const WAIT_SECONDS = 3

const awayProblem = () => new Problem(503, 'records-away')

/**
 * A route: what it answers, with problems turned into a status, a code and the figures of its sentence. Anything else that goes
 * wrong is a bug: it is logged by its kind and place, never with what the request carried.
 */
export function route<T>(handler: (event: H3Event<EventHandlerRequest>) => Promise<T>) {
  return defineEventHandler(async (event) => {
    beginAnswering()
    try {
      return await handler(event)
    } catch (error) {
      throw answerTo(event, error)
    } finally {
      endAnswering()
    }
  })
}

function answerTo(event: H3Event, error: unknown): unknown {
  if (error instanceof Problem) return asError(event, error)
  if (error instanceof Error && 'statusCode' in error) return error
  logFault(event, error)
  if (isAway(error)) return asError(event, awayProblem())
  // What no schema foresaw and no database holds: the sender's, not to be sent again.
  if (isOutOfRange(error)) return asError(event, new Problem(422, 'unreadable'))
  return asError(event, new Problem(500, 'bug'))
}

function asError(event: H3Event, { status, code, figures, detail }: Problem) {
  if (status === 503 || status === 429)
    setResponseHeader(event, 'retry-after', (detail as { seconds?: number } | undefined)?.seconds ?? WAIT_SECONDS)
  return createError({ statusCode: status, statusMessage: code, data: { code, figures, detail } })
}

/** The records, once it is sure that what is written to them has room. */
export async function useDbToWrite() {
  const { db, room } = await dbHandle()
  const found = await room()
  if (found === 'full') throw new Problem(503, 'records-full')
  if (found === 'read-only') throw new Problem(503, 'records-read-only')
  return db
}

const DEFAULT_BYTES = 64_000

/** The body of a request, counted as it is read, and checked. */
export async function bodyAs<S extends z.ZodType>(
  event: H3Event,
  schema: S,
  most = DEFAULT_BYTES,
): Promise<z.infer<S>> {
  const text = (await readCounted(event, most)).toString('utf8')
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    throw new Problem(422, 'unreadable')
  }
  return checked(schema, body)
}

/**
 * The bytes of a body, whatever its length was said to be.
 *
 * @throws Problem `too-large` as soon as there are more than `most`
 */
async function readCounted(event: H3Event, most: number): Promise<Buffer> {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > most) throw tooLarge(event)
  const parts: Buffer[] = []
  let size = 0
  // The stream is left whole where it is left early: the answer still has to go out by its connection.
  for await (const part of event.node.req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += part.length
    if (size > most) throw tooLarge(event)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** How long the rest of a body is let go by after the answer. */
const LINGER_MS = 1000

/**
 * A body that is too large. The answer has to arrive: a line that is cut with bytes under way takes it along, so what still
 * comes is let go by for a moment, unread, and then the line is cut.
 */
export function tooLarge({ node: { req, res } }: H3Event): Problem {
  res.once('finish', () => setTimeout(() => req.complete || req.socket.destroy(), LINGER_MS).unref())
  return new Problem(413, 'too-large')
}

/** The query of a request, checked. */
export function queryAs<S extends z.ZodType>(event: H3Event, schema: S): z.infer<S> {
  return checked(schema, getQuery(event))
}

function checked<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const parsed = schema.safeParse(input)
  if (parsed.success) return parsed.data
  const issue = parsed.error.issues[0]!
  throw new Problem(422, 'unreadable', { fault: fieldFault(issue) }, { path: issue.path.join('.') })
}
