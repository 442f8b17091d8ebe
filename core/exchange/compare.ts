import { same } from '../same'
import type { Sendable, SendableType } from './desired'

type Fields = Record<string, unknown>

/** What a run would do about one thing. `held` waits for a decision: it changed there since the last run. */
export type Step = 'create' | 'change' | 'remove' | 'held'

export interface Difference {
  type: SendableType
  id: string
  title: string
  step: Step
  /** What would be sent; null to remove. */
  here: Fields | null
  there: Fields | null
  /** Names of the fields that differ between here and there. */
  fields: string[]
}

/** What the two sides held when they last agreed. */
export interface Baseline {
  type: SendableType
  title: string
  fields: Fields
}

const order: SendableType[] = ['category', 'lineItem', 'result']

/**
 * The three-way comparison of a push: here, there, and as of the last agreed run. Changed here only: send it. The same
 * on both sides: nothing. Changed there since: held until the teacher decides, and never overwritten silently.
 *
 * @param here what the class wants there to be
 * @param there what the district holds now, by id
 * @param agreed what both held after the last run, by id
 * @returns the differences in the order in which they can be sent
 * @example compare([sendable], new Map(), new Map())[0]?.step // 'create'
 */
export function compare(
  here: readonly Sendable[],
  there: ReadonlyMap<string, Fields>,
  baseline: ReadonlyMap<string, Baseline>,
): Difference[] {
  const desired = here.flatMap((each): Difference[] => {
    const theirs = there.get(each.id) ?? null
    const base = baseline.get(each.id)?.fields ?? null
    if (theirs !== null && same(each.fields, theirs)) return []
    const untouched = base === null ? theirs === null : theirs !== null && same(theirs, base)
    const step = !untouched ? 'held' : theirs === null ? 'create' : 'change'
    return [
      {
        type: each.type,
        id: each.id,
        title: each.title,
        step,
        here: each.fields,
        there: theirs,
        fields: differing(each.fields, theirs),
      },
    ]
  })
  const kept = new Set(here.map((each) => each.id))
  const gone = [...baseline].flatMap(([id, { type, title, fields }]): Difference[] => {
    const theirs = there.get(id)
    if (kept.has(id) || theirs === undefined) return []
    return [{ type, id, title, step: same(theirs, fields) ? 'remove' : 'held', here: null, there: theirs, fields: [] }]
  })
  return [
    ...desired.sort((a, b) => order.indexOf(a.type) - order.indexOf(b.type)),
    ...gone.sort((a, b) => order.indexOf(b.type) - order.indexOf(a.type)),
  ]
}

function differing(a: Fields, b: Fields | null): string[] {
  if (b === null) return []
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => !same(a[key], b[key]))
}
