/** @module-tag engine */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { blanks } from '#core/kinds'
import { classResponse } from '#shared/class'
import { policyOutlook } from '#shared/plans'
import { todayResponse } from '#shared/today'
import { accounts, Caller, type Product } from '../support/product'
import { actOn, openRoom } from './room'

let product: Product
let classId: string
beforeAll(async () => ({ product, classId } = await openRoom()))
afterAll(() => product.stop())

describe('a batch on several scopes', () => {
  const capOf = async (caller: Caller, id: string) =>
    classResponse.parse(await caller.get(`/api/classes/${id}`)).records.plan[id]?.cap ?? null
  const cap = (id: string) => ({
    scope: id,
    act: {
      ...actOn(classId),
      kind: 'copy plan',
      changes: [{ kind: 'plan', id, from: { cap: null }, to: { cap: '100' } }],
    },
  })
  it('with one class of somebody else in it changes none', async () => {
    const [mine, theirs] = await Promise.all([
      Caller.signedIn(product, accounts.teacher),
      Caller.signedIn(product, accounts.other),
    ])
    const foreign = todayResponse.parse(await theirs.get('/api/today'))[0]!.id
    const response = await mine.call('POST', '/api/acts', { acts: [cap(classId), cap(foreign)] })
    expect(response.status).toBe(403)
    expect([await capOf(mine, classId), await capOf(theirs, foreign)]).toEqual([null, null])
  })
  it('of a teacher never reaches the district, and of the office never a class', async () => {
    const [mine, office] = await Promise.all([
      Caller.signedIn(product, accounts.teacher),
      Caller.signedIn(product, accounts.registrar),
    ])
    const policy = {
      scope: 'district',
      act: {
        ...actOn(classId),
        kind: 'policy',
        changes: [{ kind: 'policy', id: 'district', from: { lowLine: null }, to: { lowLine: '60' } }],
      },
    }
    expect((await mine.call('POST', '/api/acts', { acts: [policy] })).status).toBe(403)
    expect((await office.call('POST', '/api/acts', { acts: [policy, cap(classId)] })).status).toBe(403)
    expect(await capOf(mine, classId)).toBeNull()
  })
  it('is all of it or nothing, is done once, and says what stood in its way', async () => {
    const mine = await Caller.signedIn(product, accounts.teacher)
    const [, second] = todayResponse.parse(await mine.get('/api/today'))
    const batch = { acts: [cap(classId), cap(second!.id)] }
    expect((await mine.call('POST', '/api/acts', batch)).status).toBe(200)
    expect((await mine.call('POST', '/api/acts', batch)).status).toBe(200)
    expect([await capOf(mine, classId), await capOf(mine, second!.id)]).toEqual(['100', '100'])
    const stale = await mine.call('POST', '/api/acts', { acts: [cap(classId)] })
    expect(stale.status).toBe(200) // what it wants is so already
    const other = cap(second!.id)
    other.act.changes[0]!.to = { cap: '90' }
    const refused = await mine.call('POST', '/api/acts', { acts: [cap(classId), other] })
    expect(refused.status).toBe(409)
    expect(await refused.json()).toMatchObject({ data: { code: 'conflict' } })
    expect(await capOf(mine, second!.id)).toBe('100')
  })
  it('that names a scope twice, or a number twice, is not taken', async () => {
    const mine = await Caller.signedIn(product, accounts.teacher)
    const one = cap(classId)
    for (const acts of [[one, one], [one, { ...cap(classId), scope: 'user', act: one.act }], []])
      expect((await mine.call('POST', '/api/acts', { acts })).status).toBe(422)
  })
})

describe('a policy that is thought of', () => {
  it('says which grades would be others, and changes nothing', async () => {
    const office = await Caller.signedIn(product, accounts.registrar)
    const look = async (to: object) =>
      policyOutlook.parse(await office.post('/api/district-outlook', { policy: { ...blanks.policy, ...to } }))
    const whole = await look({ rounding: { places: 0, rounding: 'down', labelFrom: 'displayed' } })
    expect([whole.looked, whole.classes.length > 0]).toEqual([whole.all, true])
    const [first] = whole.classes
    expect(first!.moved[0]!.grades).toBeGreaterThan(0)
    expect(first!.moved.every(({ grades, labels }) => labels <= grades)).toBe(true)
    expect(await look({})).toMatchObject({ classes: [], offScale: 0 })
    // What every class grades by is not in an empty list.
    expect((await look({ scaleIds: [] })).offScale).toBeGreaterThan(0)
    expect(await office.get('/api/district')).toMatchObject({ policy: { rounding: null } })
    const odd = await office.call('POST', '/api/district-outlook', { policy: { lowLine: 'low' } })
    expect(odd.status).toBe(422)
  })
})
