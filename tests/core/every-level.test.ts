import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import { toDouble } from '#core/number/ratio'
import { levelIn } from '#core/proficiency/level'
import { levelMethods, methodNames, type MethodName } from '#core/proficiency/methods'
import { levelWindow } from '#core/proficiency/window'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

/**
 * A second evaluation, in doubles and by plain recursion over lists: what is seen and handed in, areas of areas, weights,
 * levels of the teacher's own, least evidence, both windows.
 */
interface Piece {
  day: number
  standard: number
  level: number
  seen: boolean
}
const DAYS = ['2026-09-10', '2026-10-05', '2026-11-05', '2026-11-12', '2026-11-25']
/** Standards by number: 0 is the area of 1 and 2, 1 the area of 3 and 4. */
const PARENT = [null, 0, 0, 1, 1]
const below = (at: number) => PARENT.flatMap((parent, child) => (parent === at ? [child] : []))

const mean = (list: readonly number[]) => list.reduce((sum, each) => sum + each, 0) / list.length
const methods: Record<Exclude<MethodName, 'power law'>, (list: readonly number[]) => number> = {
  'most recent': (list) => list.at(-1)!,
  'mean of the last': (list) => mean(list.slice(-3)),
  mean,
  median: (list) => {
    const sorted = [...list].sort((a, b) => a - b)
    return sorted.length % 2
      ? sorted[(sorted.length - 1) / 2]!
      : (sorted[sorted.length / 2 - 1]! + sorted[sorted.length / 2]!) / 2
  },
  highest: (list) => Math.max(...list),
  mode: (list) => {
    const count = (value: number) => list.filter((each) => each === value).length
    return [...list].sort((a, b) => count(b) - count(a) || b - a)[0]!
  },
  'decaying average': (list) => list.slice(1).reduce((value, each) => 0.65 * each + 0.35 * value, list[0]!),
}

interface Situation {
  pieces: Piece[]
  own: (number | null)[]
  weights: number[]
  method: Exclude<MethodName, 'power law'>
  least: number
  window: 'period' | 'year'
  areas: 'mean' | 'pooled'
}
const situation: fc.Arbitrary<Situation> = fc.record({
  pieces: fc.array(
    fc.record({
      day: fc.integer({ min: 0, max: DAYS.length - 1 }),
      standard: fc.integer({ min: 0, max: 4 }),
      level: fc.integer({ min: 1, max: 4 }),
      seen: fc.boolean(),
    }),
    { maxLength: 14 },
  ),
  own: fc.tuple(...PARENT.map(() => fc.option(fc.integer({ min: 1, max: 4 }), { freq: 4 }))),
  weights: fc.tuple(...PARENT.map(() => fc.integer({ min: 0, max: 3 }))),
  method: fc.constantFrom(...methodNames.filter((each) => each !== 'power law')),
  least: fc.integer({ min: 1, max: 3 }),
  window: fc.constantFrom('period', 'year'),
  areas: fc.constantFrom('mean', 'pooled'),
})

/** One piece of each day, standard and way, as a class can hold them. */
const once = (pieces: readonly Piece[]) => [
  ...new Map(pieces.map((each) => [`${each.day} ${each.standard} ${each.seen}`, each])).values(),
]

function slowly(of: Situation, at: number): number | null {
  const counted = once(of.pieces)
    .filter((each) => of.window === 'year' || each.day >= 2)
    .sort((a, b) => a.day - b.day || Number(a.seen) - Number(b.seen) || a.standard - b.standard)
  const made = (list: readonly Piece[]) =>
    list.length < of.least ? null : methods[of.method](list.map((each) => each.level))
  const children = below(at)
  if (children.length === 0) return made(counted.filter((each) => each.standard === at))
  if (of.areas === 'pooled') {
    const all = (node: number): number[] => [node, ...below(node).flatMap(all)]
    return made(counted.filter((each) => all(at).includes(each.standard)))
  }
  const parts = children.flatMap((child) => {
    const value = of.own[child] ?? slowly(of, child)
    return value === null ? [] : [{ value, weight: of.weights[child]! }]
  })
  const here = made(counted.filter((each) => each.standard === at))
  if (here !== null) parts.push({ value: here, weight: 1 })
  const total = parts.reduce((sum, each) => sum + each.weight, 0)
  return total === 0 ? null : parts.reduce((sum, each) => sum + each.weight * each.value, 0) / total
}

function built(of: Situation) {
  const snapshot = aClass({
    plan: {
      proficiency: {
        ...blanks.plan.proficiency,
        calculation: levelMethods[of.method].blank,
        ...{ leastEvidence: of.least, window: of.window, areas: of.areas },
      },
    },
    assignments: Object.fromEntries(
      DAYS.map((dueOn, day) => [`a${day}`, { dueOn, standardIds: ['s0', 's1', 's2', 's3', 's4'] }]),
    ),
    scores: { ann: {} },
  })
  PARENT.forEach((parent, at) =>
    snapshot.standards.push(
      aStandard(`s${at}`, { parentId: parent === null ? null : `s${parent}`, weight: String(of.weights[at]) }),
    ),
  )
  const { records } = snapshot
  for (const { day, standard, level, seen } of once(of.pieces)) {
    if (!seen) put(records, 'evidence', jointId('ann', `a${day}`, `s${standard}`), { level: String(level) })
    else
      put(records, 'observation', jointId('ann', `s${standard}`, `d${day}`), {
        level: String(level),
        on: DAYS[day]!,
        note: '',
      })
  }
  of.own.forEach((level, at) => {
    if (level !== null)
      put(records, 'levelOverride', jointId('ann', `s${at}`, 'q2'), { level: String(level), reason: '' })
  })
  return levelWindow(snapshot, snapshot.periods[2]!)
}

describe('every level', () => {
  it('is what a second evaluation makes of the same evidence', () => {
    fc.assert(
      fc.property(situation, (of) => {
        const window = built(of)
        PARENT.forEach((_, at) => {
          const found = levelIn(window, 'ann', `s${at}`)
          const expected = slowly(of, at)
          if (expected === null) expect(found.calculated).toBeNull()
          else expect(toDouble(found.calculated!.exact)).toBeCloseTo(expected, 9)
          expect(found.effective?.value ?? null).toBe(
            of.own[at] === null ? (found.calculated?.level.value ?? null) : String(of.own[at]),
          )
        })
      }),
      { numRuns: 300 },
    )
  })
})
