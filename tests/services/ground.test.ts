import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Change } from '#core/acts/act'
import { refusalIn } from '#core/ground'
import { blanks, kinds as recordKinds, type Kind } from '#core/kinds'
import type { Named, RecordKind } from '#core/kind'
import { noRecords } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import type { DbHandle } from '../../server/database/client'
import { policyAct } from '../../demo/last-year'
import { takeTogether } from '../../server/services/acts'
import { kindsOfClass } from '../../server/services/records-store'
import { classScope, districtScope } from '../../server/services/scopes'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, withDistrict } from '../support/world'

/**
 * A change is held against the class in two places: by the app before it is sent (`refusalIn`), and by the server that
 * keeps it (`classScope`). What the one takes the other must take too, and for the same reason refuse.
 */
let handle: DbHandle
let snapshot: ClassSnapshot
beforeAll(async () => {
  handle = await emptyRecords()
  const { sectionId, teacherId } = await withDistrict(handle.db)
  const { periods } = await loadSnapshot(handle.db, sectionId)
  const quarter = periods.find((each) => each.title === 'Quarter 1')!.id
  const closed = actOf(noRecords(), 'window', [{ kind: 'reportingWindow', id: quarter, to: { closed: true } }])
  for (const act of [policyAct(), closed]) await takeTogether(handle.db, teacherId, [{ scope: districtScope, act }])
  snapshot = await loadSnapshot(handle.db, sectionId)
})
afterAll(() => handle.close())

/** Ids that are there, and one that is not. */
function idsOf(named: Named): string[] {
  const { section, students, periods, standards, records } = snapshot
  const there: Partial<Record<Named, readonly { id: string }[]>> = {
    student: students,
    period: periods,
    standard: standards,
  }
  if (named === 'section') return [section.id, 'another']
  if (named === 'assignment') return [...Object.keys(records.assignment), 'another']
  return [...(there[named] ?? []).map((each) => each.id), 'another']
}

const edges = ['', '0', '1', '70', '60', '101', '100001', '-1', 'x', null, true, false, [], 'another']

it('app and server refuse the same changes for the same reasons', async () => {
  const drawn = fc.record({
    kind: fc.constantFrom(...kindsOfClass),
    places: fc.array(fc.nat(1000), { minLength: 4, maxLength: 4 }),
    fields: fc.array(fc.tuple(fc.nat(30), fc.constantFrom<unknown>(...edges)), { maxLength: 3 }),
    whole: fc.boolean(),
  })
  const refusals = new Map<string, number>()
  await fc.assert(
    fc.asyncProperty(drawn, async ({ kind, places, fields, whole }) => {
      const { names, schema } = recordKinds[kind] as unknown as RecordKind
      const id = names.map((named, at) => idsOf(named)[places[at]! % idsOf(named).length]!).join('/')
      const blank = blanks[kind] as Record<string, unknown>
      const to: Record<string, unknown> = whole ? { ...blank } : {}
      for (const [which, value] of fields) {
        const name = Object.keys(blank)[which % Object.keys(blank).length]!
        // What no schema takes is rejected before this question is asked.
        if (schema.shape[name]!.safeParse(value).success) to[name] = value
      }
      const from = Object.fromEntries(Object.keys(to).map((name) => [name, blank[name]]))
      const change = { kind, id, from, to } as unknown as Change
      const here = refusalIn(snapshot, [change])
      const refuse = await classScope(snapshot.section.id).rules(handle.db, new Set<Kind>([kind]))
      const there = refuse(change, snapshot.records)
      refusals.set(here?.code ?? 'taken', (refusals.get(here?.code ?? 'taken') ?? 0) + 1)
      expect({ kind, id, to, refusal: here }).toEqual({ kind, id, to, refusal: there })
    }),
    { numRuns: 400 },
  )
  // Both answers were drawn, and not by one rule alone.
  expect(refusals.get('taken')).toBeGreaterThan(50)
  expect(refusals.size).toBeGreaterThanOrEqual(3)
})
