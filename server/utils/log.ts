import { randomUUID } from 'node:crypto'
import type { H3Event } from 'h3'
import { sqlState } from '../database/faults'

/**
 * The log: one line of JSON for each request and each fault. It says which route and never what a request carried: no
 * address with ids, no query, no body, and of an error neither its words nor its parameters.
 */
export function logLine(fields: Record<string, unknown>): void {
  process.stdout.write(`${JSON.stringify({ time: new Date().toISOString(), ...fields })}\n`)
}

/** The request's own id, by which its lines belong together; whoever asked gets it too. */
export const requestId = (event: H3Event): string => (event.context.requestId ??= randomUUID())

/** The pattern of the route that a request came to; pages are told apart by nothing, for their addresses hold ids. */
export const routeOf = (event: H3Event): string => {
  const path = (event.context.matchedRoute as { path?: string } | undefined)?.path
  return path?.startsWith('/api') ? path : 'page'
}

/** Notes a fault of ours by its place, its kind, the database's code for it and its stack. */
export function logFault(event: H3Event | null, error: unknown, place?: string): void {
  const lines = error instanceof Error ? (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line)) : []
  logLine({
    level: 'error',
    ...(event ? { id: requestId(event), method: event.method, route: routeOf(event) } : {}),
    ...(place ? { place } : {}),
    fault: error instanceof Error ? error.name : typeof error,
    sqlstate: sqlState(error),
    stack: lines.slice(0, 8).map((line) => line.trim().replace(/^at /, '')),
  })
}
