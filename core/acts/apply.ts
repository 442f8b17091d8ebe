import { same } from '../same'
import type { Change } from './act'
import type { Desired } from '../desired'
import type { Kind, RecordOf } from '../kinds'
import type { Refusal } from '../kind'
import { put, record, type Records } from '../records'

/** What became of one change where the records are kept. */
export type Outcome =
  { done: 'applied' } | { done: 'conflict'; present: Record<string, unknown> } | { done: 'refused'; reason: Refusal }

/**
 * Builds a change that takes the record from its present fields to the wanted ones; fields that stay are left out.
 *
 * @returns null when nothing would change
 * @example changeTo(records, 'cell', 's1/a1', { value: { points: '8' } })
 */
export function changeTo<K extends Kind>(
  records: Records,
  kind: K,
  id: string,
  desired: Partial<RecordOf<K>>,
): Change<K> | null {
  const present = record(records, kind, id)
  const from: Partial<RecordOf<K>> = {}
  const to: Partial<RecordOf<K>> = {}
  for (const key of Object.keys(desired) as (keyof RecordOf<K>)[]) {
    if (same(present[key], desired[key])) continue
    from[key] = present[key]
    to[key] = desired[key]!
  }
  return Object.keys(to).length ? { kind, id, from, to } : null
}

/** The changes that bring about what is wanted; what already is so is left out. */
export function changesTo(records: Records, desired: readonly Desired[]): Change[] {
  return desired.flatMap(({ kind, id, to }) => changeTo(records, kind, id, to as never) ?? [])
}

/**
 * Lays a change on the records, whatever was there.
 *
 * @returns nothing; `records` holds a new record in the place of the old one
 */
export function applyChange(records: Records, change: Change): void {
  const { kind, id, to } = change
  put(records, kind, id, { ...record(records, kind, id), ...to } as RecordOf<Kind>)
}

/** The change that takes this one back. */
export function inverse(change: Change): Change {
  return { ...change, from: change.to, to: change.from }
}

/**
 * Decides what happens to a change where the records are kept: it applies when the record still is as the person saw it
 * (or already is as they want it); else the present fields are the answer.
 *
 * @example checkPrecondition({ value: { points: '9' } }, { from: { value: null }, ... }) // { done: 'conflict', present: … }
 */
export function checkPrecondition(present: Record<string, unknown>, change: Change): Outcome {
  const from = change.from as Record<string, unknown>
  const to = change.to as Record<string, unknown>
  const keys = Object.keys(to)
  if (keys.every((key) => same(present[key], from[key])) || keys.every((key) => same(present[key], to[key])))
    return { done: 'applied' }
  return { done: 'conflict', present: Object.fromEntries(keys.map((key) => [key, present[key]])) }
}
