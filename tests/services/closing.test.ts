import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { noRecords } from '#core/records'
import type { DbHandle } from '../../server/database/client'
import { enrolments, sectionTeachers, users } from '../../server/database/schema'
import { takeTogether } from '../../server/services/acts'
import { bankFor, bankUses } from '../../server/services/bank'
import { schoolHeadsOf } from '../../server/services/district'
import { districtScope, userScope } from '../../server/services/scopes'
import { loadSnapshot } from '../../server/services/snapshot'
import { openRequests } from '../../server/services/window-requests'
import { windowsOf } from '../../server/services/reporting-windows'
import { bankAct, ownBankAct, starsAct } from '../../demo/bank'
import { emptyRecords } from '../support/database'
import { actOf, takenActs, withDistrict } from '../support/world'

let records: DbHandle
let sectionId: string
let teacherId: string
let periodId: string
let studentId: string
const OFFICE = 'office'

beforeAll(async () => {
  records = await emptyRecords()
  ;({ sectionId, teacherId } = await withDistrict(records.db))
  await records.db
    .insert(users)
    .values({ id: OFFICE, role: 'registrar', email: 'office@x.example', givenName: 'A', familyName: 'B' })
  const snapshot = await loadSnapshot(records.db, sectionId)
  periodId = snapshot.periods.find((each) => each.title === 'Quarter 2')!.id
  const [place] = await records.db.select().from(enrolments).where(eq(enrolments.sectionId, sectionId))
  studentId = place!.studentId
})
afterAll(() => records.close())

/** What the office does about the period. */
const close = async (closed: boolean) => {
  const before = { ...noRecords(), reportingWindow: closed ? {} : { [periodId]: { dueOn: null, closed: true } } }
  const act = actOf(before, 'window', [{ kind: 'reportingWindow', id: periodId, to: { closed } }])
  await takeTogether(records.db, OFFICE, [{ scope: districtScope, act }])
}
const write = async (text: string) => {
  const snapshot = await loadSnapshot(records.db, sectionId)
  const id = jointId(studentId, periodId)
  const act = actOf(snapshot.records, 'remark', [{ kind: 'remark', id, to: { text } }])
  const [taken] = await takenActs(records.db, sectionId, teacherId, [act])
  return taken!.outcomes[0]!.done
}
const ask = async (reason: string) => {
  const { records: present } = await loadSnapshot(records.db, sectionId)
  const act = actOf(present, 'window', [{ kind: 'windowRequest', id: periodId, to: { asked: true, reason } }])
  return takenActs(records.db, sectionId, teacherId, [act])
}
const answer = async (granted: boolean, before = {}) => {
  const id = jointId(sectionId, periodId)
  const desired = [{ kind: 'windowGrant' as const, id, to: { granted, answer: granted ? '' : 'No.' } }]
  const act = actOf({ ...noRecords(), windowGrant: before }, 'window', desired)
  await takeTogether(records.db, OFFICE, [{ scope: districtScope, act }])
}

describe('a period that the office closes', () => {
  it('takes no remark of any class, until it is opened for the one that asks', async () => {
    expect(await write('In time.')).toBe('applied')
    await close(true)
    expect(await write('Too late.')).toBe('refused')
    expect((await loadSnapshot(records.db, sectionId)).windows[periodId]).toMatchObject({ isClosed: true })
    await ask('A delta came late.')
    expect(await openRequests(records.db)).toMatchObject([
      {
        sectionId,
        periodId,
        reason: 'A delta came late.',
        title: 'Earth Systems 7A',
        teacher: 'Marit Okafor-Lindgren',
      },
    ])
    await answer(true)
    expect(await openRequests(records.db)).toEqual([])
    expect(await write('It came.')).toBe('applied')
    // Another class of the same teacher stays closed.
    const taught = await records.db.select().from(sectionTeachers).where(eq(sectionTeachers.userId, teacherId))
    const other = taught.find((each) => each.sectionId !== sectionId)!.sectionId
    expect((await windowsOf(records.db, other))[periodId]!.isClosed).toBe(true)
  })

  it('whose wish is answered with no is asked for no more, and says the answer', async () => {
    await answer(false, { [jointId(sectionId, periodId)]: { granted: true, answer: '' } })
    expect(await openRequests(records.db)).toEqual([])
    expect((await windowsOf(records.db, sectionId))[periodId]).toMatchObject({ isClosed: true, answer: 'No.' })
    await ask('Really.')
    expect(await openRequests(records.db)).toMatchObject([{ reason: 'Really.' }])
  })

  it('is nobody’s to open but the office’s', async () => {
    const act = actOf(noRecords(), 'window', [
      { kind: 'windowGrant', id: jointId(sectionId, periodId), to: { granted: true } },
    ])
    const [taken] = await takenActs(records.db, sectionId, teacherId, [act])
    expect(taken!.outcomes[0]).toMatchObject({ done: 'refused', reason: { code: 'refused.not-here' } })
  })
})

describe('the head of a school’s cards', () => {
  it('is the office’s alone, and takes nothing for a mark that is no picture', async () => {
    const head = (to: object) => actOf(noRecords(), 'card layout', [{ kind: 'schoolHead', id: 'school-1', to }])
    const act = head({ address: '4 Quay Street' })
    await takeTogether(records.db, OFFICE, [{ scope: districtScope, act }])
    expect((await schoolHeadsOf(records.db))['school-1']).toEqual({ address: '4 Quay Street', mark: '' })
    for (const [who, scope, to, reason] of [
      [OFFICE, districtScope, { mark: 'PHN2ZyBvbmxvYWQ9ImFsZXJ0KDEpIj4=' }, 'refused.not-an-image'],
      [teacherId, userScope(teacherId), { address: 'Elsewhere' }, 'refused.not-here'],
    ] as const)
      await expect(takeTogether(records.db, who, [{ scope, act: head(to) }])).rejects.toMatchObject({
        code: 'refused',
        figures: { reason: { code: reason } },
      })
    // Nothing of either was kept.
    expect(await schoolHeadsOf(records.db)).toEqual({ 'school-1': { address: '4 Quay Street', mark: '' } })
  })
})

describe('comment banks', () => {
  it('are the district’s and one’s own; stars are whose they are', async () => {
    await takeTogether(records.db, OFFICE, [{ scope: districtScope, act: bankAct() }])
    for (const act of [ownBankAct(), starsAct()])
      await takeTogether(records.db, teacherId, [{ scope: userScope(teacherId), act }])
    const mine = await bankFor(records.db, [teacherId])
    expect(mine.filter((each) => each.owner === 'mine').map((each) => each.code)).toEqual(['M1', 'M2'])
    expect(mine.filter((each) => each.starred).map((each) => each.code)).toEqual(['G04', 'N11'])
    const [varga] = await records.db.select().from(users).where(eq(users.sourcedId, 't-varga'))
    const theirs = await bankFor(records.db, [varga!.id])
    expect(theirs.some((each) => each.starred || each.owner === 'mine')).toBe(false)
    expect((await loadSnapshot(records.db, sectionId)).bank.map((each) => each.code)).toContain('M1')
  })

  it('say how often an entry is used in one’s own classes, and nothing of anybody else’s', async () => {
    const bank = await bankFor(records.db, [teacherId])
    const entry = bank.find((each) => each.code === 'H05')!
    await close(false)
    expect(await write('A good term. Sam is a steady partner in the field and shares his tools.')).toBe('applied')
    const [varga] = await records.db.select().from(users).where(eq(users.sourcedId, 't-varga'))
    expect(await bankUses(records.db, teacherId, bank)).toEqual({ [entry.id]: 1 })
    expect(await bankUses(records.db, varga!.id, bank)).toEqual({})
    // Who has no class at all.
    expect(await bankUses(records.db, OFFICE, bank)).toEqual({})
  })

  it('an entry without a text is refused, and a star is nobody else’s', async () => {
    const entry = { code: 'E', topic: '', text: ' ', removed: false }
    const act = actOf(noRecords(), 'bank', [{ kind: 'bankEntry', id: crypto.randomUUID(), to: entry }])
    await expect(takeTogether(records.db, teacherId, [{ scope: userScope(teacherId), act }])).rejects.toMatchObject({
      code: 'refused',
      figures: { reason: { code: 'refused.empty-entry' } },
    })
    const star = actOf(noRecords(), 'bank', [{ kind: 'bankStar', id: 'bank-g01', to: { starred: true } }])
    await expect(takeTogether(records.db, OFFICE, [{ scope: districtScope, act: star }])).rejects.toMatchObject({
      code: 'refused',
    })
  })
})
