import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { toDouble, ofDecimal } from '#core/number/ratio'
import { valueOf } from '#core/proficiency/methods'
import { shippedLevels } from '#core/scales/shipped-levels'
import { seeded } from '../../demo/random'
import type { DbHandle } from '../../server/database/client'
import { emptyRecords } from '../support/database'

/** PostgreSQL's own `avg`, `percentile_cont`, `max` and `mode()` on the same evidence. */
let handle: DbHandle
beforeAll(async () => {
  handle = await emptyRecords()
})
afterAll(() => handle.close())

it('gives the levels that PostgreSQL gives: mean, median, highest, most frequent', async () => {
  const random = seeded(11)
  const rows = Array.from({ length: 200 }, (_, student) =>
    Array.from({ length: 1 + Math.floor(random() * 12) }, () => ({ student, level: 1 + Math.floor(random() * 7) / 2 })),
  ).flat()
  const found = await handle.db.execute(sql`
    select student, avg(level)::float8 as mean, percentile_cont(0.5) within group (order by level)::float8 as median,
      max(level)::float8 as highest,
      -- Of several as frequent, mode() takes the first in this order: the highest.
      (mode() within group (order by level desc))::float8 as mode
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as evidence(student int, level numeric)
    group by student order by student`)
  const theirs = (found as unknown as { rows: unknown[] }).rows as {
    student: number
    mean: number
    median: number
    highest: number
    mode: number
  }[]
  expect(theirs).toHaveLength(200)
  for (const { student, ...expected } of theirs) {
    const levels = rows.filter((each) => each.student === student).map((each) => ofDecimal(String(each.level)))
    for (const [method, value] of Object.entries(expected) as ['mean' | 'median' | 'highest' | 'mode', number][])
      expect([student, method, toDouble(valueOf({ method }, levels, shippedLevels))]).toEqual([
        student,
        method,
        expect.closeTo(Number(value), 9),
      ])
  }
})
