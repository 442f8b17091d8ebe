import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Grades } from '#core/grading/grades'
import { jointId } from '#core/kind'
import { seeded } from '../../demo/random'
import type { DbHandle } from '../../server/database/client'
import { takeActs } from '../../server/services/acts'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, withDistrict, type Desired } from '../support/world'

/**
 * PostgreSQL's own `numeric` computes the same class in SQL, from the rows as they are kept: weighted categories, by
 * points and by equal items, two of them without their lowest percent, the weight of an empty one shared out, rounded
 * half up to one place.
 */
let handle: DbHandle
let sectionId: string
let teacherId: string
beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
})
afterAll(() => handle.close())

it('gives every student the grade that PostgreSQL gives', async () => {
  const random = seeded(42)
  const snapshot = await loadSnapshot(handle.db, sectionId)
  const categories = ['33.3', '33.4', '12.125', '0'].map((weight, at) => ({
    id: crypto.randomUUID(),
    weight,
    basis: at < 2 ? ('points' as const) : ('equal' as const),
    dropCount: at % 2,
  }))
  const assignments = Array.from({ length: 24 }, (_, at) => ({
    id: crypto.randomUUID(),
    category: categories[at % 4]!.id,
    points: String(1 + Math.floor(random() * 40)),
    multiplier: ['1', '1.5', '4', '0.333'][Math.floor(random() * 4)]!,
  }))
  const setUp: Desired[] = [
    { kind: 'plan', id: sectionId, to: { method: 'categories' } },
    ...categories.map(({ id, ...rest }): Desired => ({
      kind: 'category',
      id,
      to: { name: 'C', shortName: 'C', ...rest, removed: false },
    })),
    ...assignments.map(({ id, category, points, multiplier }): Desired => ({
      kind: 'assignment',
      id,
      to: { name: 'A', shortName: 'A', categoryId: category, dueOn: '2026-11-10', points, multiplier, removed: false },
    })),
  ]
  const scores = snapshot.students.flatMap((student) =>
    assignments.flatMap(({ id, points }): Desired[] =>
      random() < 0.6
        ? [
            {
              kind: 'cell',
              id: jointId(student.id, id),
              to: { value: { points: String(Math.round(random() * Number(points) * 1050) / 1000) } },
            },
          ]
        : [],
    ),
  )
  for (const desired of [setUp, scores])
    await takeActs(handle.db, sectionId, teacherId, [
      actOf((await loadSnapshot(handle.db, sectionId)).records, 'load', desired),
    ])

  const answer = (await handle.db.execute(sql`
    with scores as (
      select split_part(c.id, '/', 1) as student, a.category_id, k.basis, k.drop_count, c.points as earned, a.points,
        a.multiplier, row_number() over (
          partition by split_part(c.id, '/', 1), a.category_id
          order by round(c.points / a.points, 12), a.multiplier * a.points, a.due_on, a.id) as from_lowest
      from cells c
      join assignments a on a.id = split_part(c.id, '/', 2) and a.section_id = c.section_id
      join categories k on k.id = a.category_id
      where c.points is not null),
    category_results as (
      select student, category_id,
        sum(multiplier * case basis when 'points' then earned else earned::numeric(60, 30) / points end) * 100 as upper,
        sum(multiplier * case basis when 'points' then points else 1 end) as lower
      from scores where from_lowest > drop_count group by 1, 2)
    select r.student, round(sum(k.weight::numeric(60, 30) * r.upper / r.lower) / sum(k.weight), 1)::text as grade
    from category_results r join categories k on k.id = r.category_id group by 1 having sum(k.weight) > 0`)) as unknown as {
    rows: { student: string; grade: string }[]
  }

  const after = await loadSnapshot(handle.db, sectionId)
  const period = after.periods.find((each) => each.title === 'Quarter 2')!
  const grades = new Grades(after)
  const ours = new Map(after.students.map(({ id }) => [id, grades.of(id, period.id).computed?.percent]))
  expect(answer.rows.length).toBeGreaterThan(20)
  for (const { student, grade } of answer.rows) expect([student, ours.get(student)]).toEqual([student, grade])
})
