/** @module-tag engine */
import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DbHandle } from '../../server/database/client'
import { users } from '../../server/database/schema'
import { seeSession, beginSession, deviceOf, endSession, LONGEST_MS, sessionsOf } from '../../server/services/sessions'
import { changePassword, setEnabled, setPassword, signIn } from '../../server/services/sign-in'
import { emptyRecords } from '../support/database'
import { teacherEmail } from '../../demo/district'
import { withDistrict } from '../support/world'

let handle: DbHandle
beforeAll(async () => {
  handle = await emptyRecords()
  await withDistrict(handle.db)
  await setPassword(handle.db, teacherEmail, 'a long enough word')
})
afterAll(() => handle.close())
const enter = (password: string, email = teacherEmail, from = '10.0.0.1') =>
  signIn(handle.db, email, password, { address: from })

describe('signing in', () => {
  it('takes the right password, whatever the case of the address', async () => {
    expect((await enter('a long enough word', teacherEmail.toUpperCase())).sourcedId).toBe('t-okafor')
  })
  it('answers alike for a wrong password, an unknown address, and a person without a password', async () => {
    const answers = await Promise.all(
      [enter('wrong'), enter('wrong', 'nobody@marram.example'), enter('wrong', 's.varga@lanternhill.example')].map(
        (each) => each.catch((error) => error.message),
      ),
    )
    expect(new Set(answers).size).toBe(1)
  })
  it('stops guessing at an account from one place, and forgets tries after a success', async () => {
    for (let i = 0; i < 4; i++)
      await expect(enter('wrong', teacherEmail, '10.0.0.2')).rejects.toMatchObject({ code: 'sign-in' })
    await enter('a long enough word', teacherEmail, '10.0.0.2')
    for (let i = 0; i < 8; i++)
      await expect(enter('wrong', teacherEmail, '10.0.0.2')).rejects.toMatchObject({ code: 'sign-in' })
    await expect(enter('a long enough word', teacherEmail, '10.0.0.2')).rejects.toMatchObject({ code: 'too-many' })
    // From elsewhere the owner gets in.
    await enter('a long enough word', teacherEmail, '10.0.0.3')
  })
  it('evaluates no more guesses at once than one after the other: 300 in parallel are 8', async () => {
    const answers = await Promise.all(
      Array.from({ length: 300 }, () => enter('wrong', teacherEmail, '10.0.7.7').catch((error) => error.code)),
    )
    expect(answers.filter((code) => code === 'sign-in')).toHaveLength(8)
    expect(answers.filter((code) => code === 'too-many')).toHaveLength(292)
  })
  it('many places that guess at one account are stopped, and lock nobody out who has signed in there before', async () => {
    const known = { address: '10.9.9.9', device: 'a-device' }
    for (let i = 0; i < 80; i++) await enter('wrong', teacherEmail, `10.2.${i}.1`).catch(() => {})
    await expect(enter('a long enough word', teacherEmail, '10.3.0.1')).rejects.toMatchObject({ code: 'too-many' })
    expect((await signIn(handle.db, teacherEmail, 'a long enough word', known)).sourcedId).toBe('t-okafor')
    for (let i = 0; i < 8; i++)
      await expect(signIn(handle.db, teacherEmail, 'wrong', known)).rejects.toMatchObject({ code: 'sign-in' })
    await expect(signIn(handle.db, teacherEmail, 'a long enough word', known)).rejects.toMatchObject({
      code: 'too-many',
    })
  })
  it('stops guessing from one address, with room for a school behind it', async () => {
    for (let i = 0; i < 60; i++)
      await expect(enter('wrong', `somebody${i}@marram.example`, '10.0.0.9')).rejects.toMatchObject({ code: 'sign-in' })
    await expect(enter('wrong', 'another@marram.example', '10.0.0.9')).rejects.toMatchObject({ code: 'too-many' })
    await expect(enter('wrong', 'another@marram.example', '10.0.0.10')).rejects.toMatchObject({ code: 'sign-in' })
  })
  it('keeps no password as it was typed', async () => {
    const rows = await handle.db.select().from(users)
    expect(JSON.stringify(rows)).not.toContain('a long enough word')
  })
})

describe('a session', () => {
  const now = new Date('2026-11-25T08:00:00Z')
  const later = (hours: number) => new Date(now.getTime() + hours * 3_600_000)
  const owner = async () => {
    const [user] = await handle.db.select().from(users).where(eq(users.email, teacherEmail))
    return user!
  }
  it('is over after four hours without a request, and after sixteen in any case', async () => {
    const id = await beginSession(handle.db, (await owner()).id, 'Chrome on Linux', now)
    expect(await seeSession(handle.db, id, later(3.9))).toMatchObject({ sourcedId: 't-okafor' })
    expect(await seeSession(handle.db, id, later(7.8))).not.toBeNull()
    expect(await seeSession(handle.db, id, later(11.9))).toBeNull()
    const busy = await beginSession(handle.db, (await owner()).id, 'Chrome on Linux', now)
    for (let hours = 3; hours < 16; hours += 3) expect(await seeSession(handle.db, busy, later(hours))).not.toBeNull()
    expect(await seeSession(handle.db, busy, new Date(now.getTime() + LONGEST_MS + 1))).toBeNull()
  })
  it('is listed to its owner, and ended one by one', async () => {
    const { id: userId } = await owner()
    const [here, there] = [
      await beginSession(handle.db, userId, 'A', now),
      await beginSession(handle.db, userId, 'B', now),
    ]
    const me = (await seeSession(handle.db, here, now))!
    const listed = await sessionsOf(handle.db, me, now)
    expect(listed.find((each) => each.here)?.id).toBe(here)
    expect(listed.map((each) => each.id)).toContain(there)
    await endSession(handle.db, 'somebody-else', there)
    expect(await seeSession(handle.db, there, now)).not.toBeNull()
    await endSession(handle.db, userId, there)
    expect(await seeSession(handle.db, there, now)).toBeNull()
    expect(await seeSession(handle.db, here, now)).not.toBeNull()
  })
  it('ends with a new password, but for the one in which it was set, and with being switched off', async () => {
    const { id: userId } = await owner()
    const [here, there] = [
      await beginSession(handle.db, userId, 'A', now),
      await beginSession(handle.db, userId, 'B', now),
    ]
    const me = { id: userId, sessionId: here }
    await expect(changePassword(handle.db, me, 'wrong', 'another long word')).rejects.toMatchObject({
      code: 'wrong-password',
    })
    await changePassword(handle.db, me, 'a long enough word', 'another long word')
    expect(await seeSession(handle.db, there, now)).toBeNull()
    expect(await seeSession(handle.db, here, now)).not.toBeNull()
    await setEnabled(handle.db, teacherEmail, false)
    expect(await seeSession(handle.db, here, now)).toBeNull()
    const known = { address: '10.8.0.1', device: 'another-device' }
    await expect(signIn(handle.db, teacherEmail, 'another long word', known)).rejects.toMatchObject({ code: 'sign-in' })
    await setEnabled(handle.db, teacherEmail, true)
    await setPassword(handle.db, teacherEmail, 'a long enough word')
    expect(await seeSession(handle.db, here, now)).toBeNull()
  })
  it('says on what it is in a few words', () => {
    expect(deviceOf('Mozilla/5.0 (X11; CrOS x86_64 15633) AppleWebKit/537.36 Chrome/140.0 Safari/537.36')).toBe(
      'Chrome on ChromeOS',
    )
    expect(deviceOf(undefined)).toBe('A browser on another system')
  })
})
