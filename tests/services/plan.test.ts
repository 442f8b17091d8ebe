import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { changesTo } from '#core/acts/apply'
import type { Desired } from '#core/desired'
import { noRecords, type Records } from '#core/records'
import type { Fixed as Policy } from '#core/plan/fixed'
import { toDouble } from '#core/number/ratio'
import { Grades } from '#core/grading/grades'
import { planOf } from '#core/plan/rules'
import { plainLetters, plusMinus } from '#core/scales/shipped'
import { togetherRequest } from '#shared/plans'
import type { DbHandle } from '../../server/database/client'
import { journal, sections, users } from '../../server/database/schema'
import { takeTogether } from '../../server/services/acts'
import { districtPolicy, scalesFor, scaleUses } from '../../server/services/district'
import { DISTRICT } from '../../server/services/offered'
import { classScope, userScope, districtScope, type Scope } from '../../server/services/scopes'
import { plansOf } from '../../server/services/plans'
import { readRecords } from '../../server/services/records-store'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from '../support/database'
import { actOf, withDistrict, takenActs } from '../support/world'

let handle: DbHandle
let sectionId: string
let otherId: string
let teacherId: string
const officeId = 'office'

beforeAll(async () => {
  handle = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(handle.db))
  const [other] = await handle.db.select().from(sections).where(eq(sections.sourcedId, 'es7b'))
  otherId = other!.id
  await handle.db
    .insert(users)
    .values({ id: officeId, role: 'registrar', email: 'o@x.example', givenName: 'Perpetua', familyName: 'Nyström' })
})
afterAll(() => handle.close())

const snapshot = (id = sectionId) => loadSnapshot(handle.db, id)
const planTo = (id: string, to: (Desired & { kind: 'plan' })['to']): Desired => ({ kind: 'plan', id, to })
async function take(desired: Desired[]) {
  const [taken] = await takenActs(handle.db, sectionId, teacherId, [actOf((await snapshot()).records, 'plan', desired)])
  return taken!.outcomes
}
async function fix(to: Partial<Policy>): Promise<void> {
  const records = { ...noRecords(), policy: (await readRecords(handle.db, DISTRICT, ['policy'])).policy }
  const changes = changesTo(records, [{ kind: 'policy', id: DISTRICT, to }])
  if (changes.length)
    await takeTogether(handle.db, officeId, [
      { scope: districtScope, act: actOf(records, 'policy', [{ kind: 'policy', id: DISTRICT, to }]) },
    ])
}
const openPolicy = { scaleIds: null, termWeights: null, rounding: null, lowLine: null }

describe('what the district fixes', () => {
  it('acts at once in every class, says who fixed it, and cannot be gone round', async () => {
    await fix({ ...openPolicy, rounding: { places: 0, rounding: 'down', labelFrom: 'exact' }, lowLine: '65' })
    const now = await snapshot()
    expect(planOf(now)).toMatchObject({ places: 0, rounding: 'down', labelFrom: 'exact', lowLine: '65' })
    expect(now.policyBy).toBe('Perpetua Nyström')
    for (const to of [{ places: 2 as const }, { rounding: 'up' as const }, { lowLine: '60' }])
      expect(await take([planTo(sectionId, to)])).toMatchObject([{ done: 'refused' }])
    expect(await take([planTo(sectionId, { places: 0 })])).toEqual([{ done: 'applied' }])
    await fix(openPolicy)
    expect(planOf(await snapshot())).toMatchObject({ places: 0, rounding: 'half up', lowLine: '70' })
  })
  it('allows only scales of its list, and only unchanged', async () => {
    await fix({ scaleIds: ['letters'] })
    const doctored = { ...plainLetters, steps: plainLetters.steps.map((step) => ({ ...step, from: '0' })).slice(0, 1) }
    for (const scale of [plusMinus, doctored, { name: 'None', steps: plainLetters.steps }])
      expect(
        (await take([planTo(sectionId, { scale }), planTo(sectionId, { scale: plainLetters })])).map(
          (each) => each.done,
        ),
      ).toContain(scale === plusMinus ? 'applied' : 'refused')
    expect(await take([planTo(sectionId, { scale: doctored })])).toMatchObject([{ done: 'refused' }])
    await fix(openPolicy)
  })
  it('lays its weights of term work and exam over every plan', async () => {
    const semester = (await snapshot()).periods.find((each) => each.title === 'Semester 1')!
    await take([planTo(sectionId, { parents: { [semester.id]: { rule: 'all work' } } })])
    await fix({ termWeights: { work: '85', exam: '15' } })
    const fixed = await snapshot()
    const { how } = new Grades(fixed).work(fixed.students[0]!.id, semester.id)
    expect(how.made === 'of periods' && how.children.map((child) => toDouble(child.weight))).toEqual([42.5, 42.5, 15])
    await fix(openPolicy)
    await take([planTo(sectionId, { parents: {} })])
  })
  it('is for the district alone: a policy is no part of a class or a desk', async () => {
    const desired: Desired[] = [{ kind: 'policy', id: DISTRICT, to: { lowLine: '1' } }]
    expect(await take(desired)).toMatchObject([{ done: 'refused' }])
    await expect(
      takeTogether(handle.db, teacherId, [{ scope: userScope(teacherId), act: actOf(noRecords(), 'policy', desired) }]),
    ).rejects.toMatchObject({ code: 'refused' })
    expect((await districtPolicy(handle.db)).policy.lowLine).toBeNull()
  })
})

describe('a plan that makes no sense is refused, and nothing of it is kept', () => {
  it.each<[string, Desired['to']]>([
    [
      'a scale with two equal bounds',
      {
        scale: {
          name: 'x',
          steps: [
            { label: 'A', from: '5' },
            { label: 'B', from: '5' },
          ],
        },
      },
    ],
    ['a period that is not of the class', { own: { nowhere: { method: 'points', weights: {} } } }],
    ['a category that is not of the class', { defaultCategoryId: 'nowhere' }],
  ])('%s', async (_, to) => {
    const before = (await snapshot()).records.plan
    expect(await take([planTo(sectionId, to as (Desired & { kind: 'plan' })['to'])])).toMatchObject([
      { done: 'refused' },
    ])
    expect((await snapshot()).records.plan).toEqual(before)
  })
  it.each(['-1', '1001', 'ten', '1.2345'])('a weight of %s does not come in at all', (weight) => {
    const act = actOf(noRecords(), 'plan', [{ kind: 'category', id: 'c', to: { weight } }])
    expect(togetherRequest.safeParse({ acts: [{ scope: 'user', act }] }).success).toBe(false)
  })
  it('nor a drop count beyond all use', () => {
    const act = actOf(noRecords(), 'plan', [{ kind: 'category', id: 'c', to: { dropCount: 100 } }])
    expect(togetherRequest.safeParse({ acts: [{ scope: 'user', act }] }).success).toBe(false)
  })
})

describe('a deed on several classes', () => {
  const desired = (id: string): Desired[] => [planTo(id, { cap: '100' })]
  const batch = async (ids: string[]) =>
    Promise.all(
      ids.map(async (id) => ({
        scope: classScope(id) as Scope,
        act: actOf((await snapshot(id)).records, 'copy plan', desired(id)),
      })),
    )
  const caps = async () => [await snapshot(), await snapshot(otherId)].map((each) => planOf(each).cap)

  it('is all of it or nothing', async () => {
    const acts = await batch([sectionId, otherId])
    await takenActs(handle.db, otherId, teacherId, [
      actOf((await snapshot(otherId)).records, 'plan', [planTo(otherId, { cap: '90' })]),
    ])
    await expect(takeTogether(handle.db, teacherId, acts)).rejects.toMatchObject({ code: 'conflict' })
    expect(await caps()).toEqual([null, '90'])
    expect(await handle.db.select().from(journal).where(eq(journal.id, acts[0]!.act.id))).toEqual([])
  })
  it('sent twice is done once, and its inverse takes all of it back', async () => {
    const acts = await batch([sectionId, otherId])
    const first = await takeTogether(handle.db, teacherId, acts)
    expect(await takeTogether(handle.db, teacherId, acts)).toEqual(first)
    expect(await caps()).toEqual(['100', '100'])
    const back = acts.map(({ scope, act }) => ({
      scope,
      act: {
        ...act,
        id: crypto.randomUUID(),
        changes: act.changes.map((each) => ({ ...each, from: each.to, to: each.from })),
      },
    }))
    await takeTogether(handle.db, teacherId, back as typeof acts)
    expect(await caps()).toEqual([null, '90'])
  })
  it('two at once on the same classes, in either order, wait for each other', async () => {
    const [one, two] = [await batch([sectionId, otherId]), await batch([otherId, sectionId])]
    const results = await Promise.allSettled([
      takeTogether(handle.db, teacherId, one),
      takeTogether(handle.db, teacherId, two),
    ])
    expect(results.map((each) => each.status)).toEqual(['fulfilled', 'fulfilled'])
    expect(await caps()).toEqual(['100', '100'])
  })
})

describe('scales', () => {
  const own = { name: 'Mine', steps: plainLetters.steps, removed: false }
  const keep = (scope: Scope, id: string, to: Partial<typeof own>, records: Records = noRecords()) =>
    takeTogether(handle.db, teacherId, [{ scope, act: actOf(records, 'scale', [{ kind: 'scale', id, to }]) }])

  it('of a teacher are theirs, and those that ship are everybody’s', async () => {
    await keep(userScope(teacherId), 'mine-1', own)
    expect((await scalesFor(handle.db, [teacherId])).map((each) => [each.name, each.owner]).at(-1)).toEqual([
      'Mine',
      'mine',
    ])
    expect((await scalesFor(handle.db, ['somebody'])).map((each) => each.name)).not.toContain('Mine')
    expect((await scalesFor(handle.db, [])).length).toBe(5)
  })
  it('with a fault are refused', async () => {
    await expect(
      keep(userScope(teacherId), 'mine-2', {
        ...own,
        steps: [
          { label: 'A', from: '5' },
          { label: 'B', from: '5' },
        ],
      }),
    ).rejects.toMatchObject({ figures: { reason: { code: 'scale.bounds-alike' } } })
    await expect(keep(userScope(teacherId), 'mine-3', { ...own, steps: [] })).rejects.toMatchObject({
      figures: { reason: { code: 'scale.no-steps' } },
    })
  })
  it('say how many classes hold a copy', async () => {
    await take([planTo(sectionId, { scale: { id: 'mine-1', name: 'Mine', steps: plainLetters.steps } })])
    expect((await scaleUses(handle.db))['mine-1']).toBe(1)
    const plans = await plansOf(handle.db, teacherId, '2026-11-25')
    expect(plans.classes.filter((each) => each.plan?.scale.id === 'mine-1').map((each) => each.id)).toEqual([sectionId])
  })
})
