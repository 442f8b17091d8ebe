import { sayRun } from '~/words/sentences/runs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openClassResponse } from '#shared/class'
import { todayResponse } from '#shared/today'
import { district } from '../../demo/district'
import { handmade } from '../support/handmade-zip'
import { csvFiles, formWith, zipOf } from '../support/oneroster-files'
import type { Caller, Product } from '../support/product'
import { openRoom } from './room'

let product: Product
let teacher: Caller
let registrar: Caller
beforeAll(async () => ({ product, teacher, registrar } = await openRoom()))
afterAll(() => product.stop())

describe('an uploaded file', () => {
  const files = csvFiles(district(), '1.1')
  const failed = async (file: Uint8Array<ArrayBuffer>) => {
    const run = await teacher.bring('/api/exchange/import', formWith(file))
    expect(run.state).toBe('failed')
    return sayRun(run.outcome, false)
  }

  it('that is none, or broken, is refused in words', async () => {
    expect(await failed(new Uint8Array([1, 2, 3]))).toContain('no zip')
    expect(await failed(new Uint8Array(zipOf(files).slice(0, 900)))).toContain('no zip')
    expect(await failed(zipOf({ 'folder/orgs.csv': 'x' }))).toContain('manifest.csv')
    expect((await teacher.call('POST', '/api/exchange/import', { no: 'form' })).status).toBe(422)
    expect((await teacher.call('POST', '/api/exchange/import', new FormData())).status).toBe(422)
  })
  it('of 3,000 entries over one stream, or that unpacks without end, or lies about a size, is read no further than it may', async () => {
    const started = Date.now()
    const bomb = Buffer.alloc(40_000_000, 'a')
    const part = bomb.subarray(0, 1_000_000)
    const many = Array.from({ length: 3000 }, (_, at) => ({ name: `f${at}.csv`, data: part }))
    expect(await failed(handmade(many, true))).toMatch(/too large|no zip/)
    const over = ['manifest', 'orgs', 'academicSessions', 'courses', 'classes', 'users', 'enrollments'].map((name) => ({
      name: `${name}.csv`,
      data: bomb,
    }))
    expect(await failed(handmade(over))).toMatch(/too large/)
    expect(await failed(handmade([{ name: 'manifest.csv', data: bomb, says: 10 }]))).toMatch(/too large|no zip/)
    expect(
      await failed(
        handmade([
          { name: 'orgs.csv', data: Buffer.from('a') },
          { name: 'orgs.csv', data: Buffer.from('b') },
        ]),
      ),
    ).toContain('twice')
    expect(Date.now() - started).toBeLessThan(60_000)
  })
  it('in Windows-1252 or UTF-16, or with bytes in front of it, is read as it was meant', async () => {
    const accented = { ...files, 'users.csv': files['users.csv']!.replace('Rosalind', 'Rosalía') }
    const encode = (text: string, how: 'latin1' | 'utf16le') =>
      how === 'latin1'
        ? Buffer.from(text.replace(/[^\0-\xff]/g, '?'), 'latin1')
        : Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')])
    for (const how of ['latin1', 'utf16le'] as const) {
      const entries = Object.entries(accented).map(([name, text]) => ({ name, data: encode(text, how) }))
      const run = await teacher.bring('/api/exchange/import', formWith(handmade(entries)))
      expect([how, run.state]).toEqual([how, 'done'])
      const own = todayResponse
        .parse(await teacher.get('/api/today'))
        .filter((each) => each.title === 'Earth Systems 7A')
      const names = []
      for (const { id } of own)
        names.push(
          ...openClassResponse.parse(await teacher.get(`/api/classes/${id}`)).students.map((each) => each.givenName),
        )
      expect(names).toContain('Rosalía')
      await teacher.post(`/api/exchange/runs/${run.id}/take-back`)
    }
    const shifted = new Uint8Array([...Buffer.from('#!/bin/sh\necho a self-extracting one\n'), ...zipOf(files)])
    const run = await teacher.bring('/api/exchange/import', formWith(shifted))
    expect(run.state).toBe('done')
    await teacher.post(`/api/exchange/runs/${run.id}/take-back`)
  })
  it('of a whole district is laid in the background, with progress, while the product answers', async () => {
    const [PUPILS, CLASSES] = [20_000, 1_000]
    const row = (...fields: (string | number)[]) => fields.join(',')
    const head = (name: string) => files[`${name}.csv`]!.split('\r\n')[0]!
    const fill = (header: string, values: Record<string, string>) =>
      header
        .split(',')
        .map((column) => values[column] ?? '')
        .join(',')
    const base = { status: 'active', dateLastModified: '2026-08-20' }
    const large = {
      'manifest.csv': files['manifest.csv']!,
      'orgs.csv': [head('orgs'), row('big-org', 'active', '2026-08-20', 'A large school', 'school', '', '')].join(
        '\r\n',
      ),
      'academicSessions.csv': [
        head('academicSessions'),
        fill(head('academicSessions'), {
          ...base,
          sourcedId: 'big-year',
          title: 'Year',
          type: 'schoolYear',
          startDate: '2026-08-01',
          endDate: '2027-07-01',
          schoolYear: '2027',
        }),
      ].join('\r\n'),
      'courses.csv': [
        head('courses'),
        fill(head('courses'), { ...base, sourcedId: 'big-course', title: 'A course' }),
      ].join('\r\n'),
      'classes.csv': [
        head('classes'),
        ...Array.from({ length: CLASSES }, (_, at) =>
          fill(head('classes'), {
            ...base,
            sourcedId: `big-c${at}`,
            title: `Class ${at}`,
            courseSourcedId: 'big-course',
            schoolSourcedId: 'big-org',
            termSourcedIds: 'big-year',
          }),
        ),
      ].join('\r\n'),
      'users.csv': [
        // Whoever teaches here goes on teaching.
        ...files['users.csv']!.split('\r\n').filter((line) => /^sourcedId|,teacher,/.test(line)),
        ...Array.from({ length: PUPILS }, (_, at) =>
          fill(head('users'), {
            ...base,
            sourcedId: `big-p${at}`,
            givenName: `Given${at}`,
            familyName: `Family${at}`,
            role: 'student',
            enabledUser: 'true',
          }),
        ),
      ].join('\r\n'),
      'enrollments.csv': [
        head('enrollments'),
        ...Array.from({ length: PUPILS }, (_, at) =>
          fill(head('enrollments'), {
            ...base,
            sourcedId: `big-e${at}`,
            classSourcedId: `big-c${at % CLASSES}`,
            userSourcedId: `big-p${at}`,
            schoolSourcedId: 'big-org',
            role: 'student',
          }),
        ),
      ].join('\r\n'),
    }
    const started = Date.now()
    const begun = (await (await registrar.call('POST', '/api/exchange/import', formWith(zipOf(large)))).json()) as {
      runId: string
    }
    const waits: number[] = []
    const seen = new Set<number>()
    let over = false
    const watch = (async () => {
      while (!over) {
        const asked = performance.now()
        await teacher.get('/api/person')
        waits.push(performance.now() - asked)
        const run = await registrar.get<{ done: number }>(`/api/exchange/runs/${begun.runId}/roster`)
        seen.add(run.done)
        await new Promise((done) => setTimeout(done, 20))
      }
    })()
    const run = await registrar.rosterRun(begun.runId)
    over = true
    await watch
    const seconds = (Date.now() - started) / 1000
    expect(run.found.summary).toMatchObject({
      classes: { added: CLASSES },
      students: { added: PUPILS },
      enrolments: { added: PUPILS },
    })
    // Progress was seen on the way.
    expect(seen.size).toBeGreaterThan(3)
    waits.sort((a, b) => a - b)
    console.log(
      `20,000 pupils in ${seconds.toFixed(1)} s; answers meanwhile: median ${waits[waits.length >> 1]!.toFixed(0)} ms, longest ${waits.at(-1)!.toFixed(0)} ms`,
    )
    // Ten seconds and 100 ms are the aim on a quiet machine (docs/reliability.md); a busy one is given its time.
    expect(seconds).toBeLessThan(150)
    expect(waits[Math.floor(waits.length * 0.9)]!).toBeLessThan(2000)
  }, 240_000)
})
