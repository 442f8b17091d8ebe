import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DbHandle } from '../../server/database/client'
import { setPassword, signIn } from '../../server/services/sign-in'
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
const enter = (password: string, email = teacherEmail, from = '10.0.0.1') => signIn(handle.db, email, password, from)

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
  it('stops guessing at an account, from wherever, and forgets tries after a success', async () => {
    for (let i = 0; i < 4; i++)
      await expect(enter('wrong', teacherEmail, '10.0.0.2')).rejects.toMatchObject({ code: 'sign-in' })
    await enter('a long enough word', teacherEmail, '10.0.0.2')
    for (let i = 0; i < 8; i++)
      await expect(enter('wrong', teacherEmail, `10.0.1.${i}`)).rejects.toMatchObject({ code: 'sign-in' })
    await expect(enter('a long enough word', teacherEmail, '10.0.0.4')).rejects.toMatchObject({ code: 'too-many' })
  })
  it('stops guessing from one address, with room for a school behind it', async () => {
    for (let i = 0; i < 60; i++)
      await expect(enter('wrong', `somebody${i}@marram.example`, '10.0.0.9')).rejects.toMatchObject({ code: 'sign-in' })
    await expect(enter('wrong', 'another@marram.example', '10.0.0.9')).rejects.toMatchObject({ code: 'too-many' })
    await expect(enter('wrong', 'another@marram.example', '10.0.0.10')).rejects.toMatchObject({ code: 'sign-in' })
  })
  it('keeps no password as it was typed', async () => {
    const { users } = await import('../../server/database/schema')
    const rows = await handle.db.select().from(users)
    expect(JSON.stringify(rows)).not.toContain('a long enough word')
  })
})
