import { sayRun } from '~/words/sentences/runs'
import { request } from 'node:http'
import { crc32, deflateRawSync } from 'node:zlib'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { actKinds } from '#core/acts/act'
import { blanks, type Kind } from '#core/kinds'
import { openClassResponse } from '#shared/class'
import { todayResponse } from '#shared/today'
import { district } from '../../demo/district'
import { csvFiles, zipOf } from '../support/oneroster-files'
import { accounts, Caller, startProduct, type Product } from '../support/product'

let product: Product
let teacher: Caller
let registrar: Caller
let classId: string
beforeAll(async () => {
  product = await startProduct()
  teacher = await Caller.signedIn(product, accounts.teacher)
  registrar = await Caller.signedIn(product, accounts.registrar)
  classId = todayResponse.parse(await teacher.get('/api/today'))[0]!.id
})
afterAll(() => product.stop())

const form = (file: Uint8Array<ArrayBuffer>) => {
  const data = new FormData()
  data.append('file', new Blob([file]), 'roster.zip')
  return data
}

describe('a body of any kind never meets a fault of ours', () => {
  /** What has broken servers before: text that no database holds, numbers at its edges, names of every object. */
  const nasty = fc.oneof(
    fc.constantFrom<unknown>(
      '\0',
      'a\0b',
      '\ud800',
      'x'.repeat(9000),
      '0000-01-01',
      '9999-12-31',
      '2026-02-30',
      'constructor',
      '__proto__',
      '../..',
      'a/b/c',
      2_147_483_648,
      -1,
      1e308,
      0.1,
      '999999999999',
      '-0',
      'NaN',
      null,
      true,
      [],
      {},
      [[[]]],
    ),
    fc.string({ unit: 'binary', maxLength: 20 }),
    fc.jsonValue({ maxDepth: 2 }),
  )
  const kinds = Object.keys(blanks) as Kind[]
  const someAct = fc
    .record({
      kind: fc.constantFrom(...kinds),
      act: fc.oneof(fc.constantFrom(...actKinds), nasty),
      fields: fc.array(fc.tuple(fc.nat(30), nasty), { maxLength: 4 }),
      id: fc.oneof(fc.constantFrom('x', 'x/y', 'x/y/z', 'x/y/z/w'), nasty),
      at: fc.oneof(fc.constant('2026-11-25T10:00:00Z'), nasty),
      more: fc.dictionary(fc.constantFrom('of', 'batch', 'sitting', 'never'), nasty, { maxKeys: 2 }),
      whole: fc.boolean(),
    })
    .map(({ kind, act, fields, id, at, more, whole }) => {
      const blank = blanks[kind] as Record<string, unknown>
      const names = Object.keys(blank)
      const to: Record<string, unknown> = whole ? { ...blank } : {}
      for (const [which, value] of fields) to[names[which % names.length]!] = value
      const from = Object.fromEntries(Object.keys(to).map((name) => [name, blank[name]]))
      return { id: crypto.randomUUID(), kind: act, at, ...more, changes: [{ kind, id, from, to }] }
    })

  it('acts on a class, on the desk and on the district, of every kind', async () => {
    const statuses = new Map<number, number>()
    const count = (status: number) => statuses.set(status, (statuses.get(status) ?? 0) + 1)
    const laters: unknown[] = []
    await fc.assert(
      fc.asyncProperty(
        fc.array(someAct, { minLength: 1, maxLength: 12 }),
        fc.constantFrom('class', 'user', 'district'),
        async (acts, where) => {
          if (where === 'class') {
            const response = await teacher.call('POST', `/api/classes/${classId}/acts`, { acts })
            count(response.status)
            expect(response.status).toBeLessThan(500)
            if (response.status === 200) {
              const { results } = (await response.json()) as { results: Record<string, unknown>[] }
              laters.push(...results.filter((each) => 'later' in each))
            }
          } else {
            const caller = where === 'user' ? teacher : registrar
            const response = await caller.call('POST', '/api/acts', { acts: [{ scope: where, act: acts[0] }] })
            count(response.status)
            expect(response.status).toBeLessThan(500)
          }
        },
      ),
      { numRuns: 250 },
    )
    // Nothing made the server stumble on an act either.
    expect(laters).toEqual([])
    expect([...statuses.keys()].every((status) => [200, 409, 422].includes(status))).toBe(true)
    expect(statuses.get(200)).toBeGreaterThan(20)
    // The class still opens.
    expect(openClassResponse.safeParse(await teacher.get(`/api/classes/${classId}`)).error).toBeUndefined()
  })

  it('every other route, with nasty queries and bodies', async () => {
    const text = fc.oneof(nasty.map(String), fc.constant(classId))
    const encoded = text.map((value) => {
      try {
        return encodeURIComponent(value)
      } catch {
        return '%ED%A0%80'
      }
    })
    await fc.assert(
      fc.asyncProperty(encoded, encoded, nasty, async (one, other, body) => {
        const gets = [
          `/api/classes/${one || 'x'}`,
          `/api/classes/${one || 'x'}/history?kind=cell&record=${other}`,
          `/api/classes/${classId}/history?kind=${one}&record=${other}`,
          `/api/classes/${classId}/acts?student=${one}&before=${other}`,
          `/api/classes/${classId}/acts?from=${one}&act=${other}`,
          `/api/classes/${classId}/as-of?day=${one}`,
          `/api/classes/${classId}/report-cards?period=${one}&student=${other}`,
          `/api/news?known=${one}:${other}`,
          `/api/exchange/runs/${one || 'x'}`,
          `/api/exchange/runs/${one || 'x'}/items?after=${other}`,
        ]
        for (const path of gets) {
          const response = await teacher.call('GET', path)
          await response.body?.cancel()
          expect([path, response.status < 500]).toEqual([path, true])
        }
        for (const path of [
          '/api/auth/sign-in',
          '/api/auth/password',
          `/api/classes/${one || 'x'}/acts`,
          `/api/sessions/${one || 'x'}/end`,
        ]) {
          const response = await teacher.call('POST', path, body as object)
          await response.body?.cancel()
          expect([path, response.status < 500]).toEqual([path, true])
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('a body without end', () => {
  /** Sends on and on, without saying how much, until the server has had enough. */
  function flood(path: string, headers: Record<string, string> = {}): Promise<{ status: number; sent: number }> {
    return new Promise((resolve) => {
      const url = new URL(path, product.url)
      let sent = 0
      let status = 0
      const out = request(
        url,
        { method: 'POST', headers: { 'content-type': 'application/json', ...headers } },
        (response) => {
          status = response.statusCode ?? 0
          response.resume()
          response.on('end', () => resolve({ status, sent }))
        },
      )
      out.on('error', () => resolve({ status, sent }))
      const piece = Buffer.alloc(64_000, 'x')
      const write = () => {
        while (!out.destroyed && status === 0 && sent < 400_000_000) {
          sent += piece.length
          if (!out.write(piece)) return void out.once('drain', () => setImmediate(write))
        }
        out.end()
      }
      write()
    })
  }
  it('is cut off at the limit of the route, unauthenticated too', async () => {
    const signIn = await flood('/api/auth/sign-in')
    expect([signIn.status, signIn.sent < 20_000_000]).toEqual([413, true])
    // Whoever may not be there at all is told so before a byte is read.
    expect([401, 413]).toContain((await flood(`/api/classes/${classId}/acts`)).status)
    expect(await teacher.get('/api/health')).toMatchObject({ ok: true })
  })
  it('said to be long is refused before it is read', async () => {
    const response = await teacher.call('POST', '/api/auth/sign-in', {
      email: 'a@b.example',
      password: 'x'.repeat(10_000),
    })
    expect(response.status).toBe(413)
  })
})

const packs = new Map<Buffer, Buffer>()
const packedOf = (data: Buffer) => packs.get(data) ?? packs.set(data, deflateRawSync(data)).get(data)!

/** A zip written by hand, whose entries say of themselves what they like. */
function handmade(
  entries: { name: string; data: Buffer; says?: number }[],
  overlapping = false,
): Uint8Array<ArrayBuffer> {
  const parts: Buffer[] = []
  const directory: Buffer[] = []
  let at = 0
  let first = 0
  for (const [i, { name, data, says }] of entries.entries()) {
    const packed = packedOf(data)
    const head = Buffer.alloc(30)
    head.writeUInt32LE(0x04034b50, 0)
    head.writeUInt16LE(20, 4)
    head.writeUInt16LE(8, 8)
    head.writeUInt32LE(crc32(data), 14)
    head.writeUInt32LE(packed.length, 18)
    head.writeUInt32LE(says ?? data.length, 22)
    head.writeUInt16LE(name.length, 26)
    const place = overlapping && i > 0 ? first : at
    if (!overlapping || i === 0) {
      parts.push(head, Buffer.from(name), packed)
      first = at
      at += head.length + name.length + packed.length
    }
    const entry = Buffer.alloc(46)
    entry.writeUInt32LE(0x02014b50, 0)
    entry.writeUInt16LE(20, 4)
    entry.writeUInt16LE(20, 6)
    entry.writeUInt16LE(8, 10)
    entry.writeUInt32LE(crc32(data), 16)
    entry.writeUInt32LE(packed.length, 20)
    entry.writeUInt32LE(says ?? data.length, 24)
    entry.writeUInt16LE(name.length, 28)
    entry.writeUInt32LE(place, 42)
    directory.push(entry, Buffer.from(name))
  }
  const list = Buffer.concat(directory)
  const end = Buffer.alloc(22)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(entries.length, 8)
  end.writeUInt16LE(entries.length, 10)
  end.writeUInt32LE(list.length, 12)
  end.writeUInt32LE(at, 16)
  return new Uint8Array(Buffer.concat([...parts, list, end]))
}

describe('an uploaded file', () => {
  const files = csvFiles(district(), '1.1')
  const failed = async (file: Uint8Array<ArrayBuffer>) => {
    const run = await teacher.bring('/api/exchange/import', form(file))
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
      const run = await teacher.bring('/api/exchange/import', form(handmade(entries)))
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
    const run = await teacher.bring('/api/exchange/import', form(shifted))
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
    const begun = (await (await registrar.call('POST', '/api/exchange/import', form(zipOf(large)))).json()) as {
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

describe('open pages', () => {
  it('hear that the roster of their class is another', async () => {
    const stream = await teacher.call('GET', `/api/news?known=${classId}:999999999`)
    const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
    let heard = ''
    const listening = (async () => {
      while (!heard.includes('event: roster')) {
        const { value, done } = await reader.read()
        if (done) throw new Error(`The stream ended after: ${heard}`)
        heard += value
      }
    })()
    const files = csvFiles(district(), '1.1')
    files['classes.csv'] = files['classes.csv']!.replace('Earth Systems 7A', 'The first hour')
    const run = await registrar.bring('/api/exchange/import', form(zipOf(files)))
    expect(['done', 'asking']).toContain(run.state)
    if (run.state === 'asking') {
      await registrar.post(`/api/exchange/runs/${run.id}/go-on`)
      await registrar.rosterRun(run.id)
    }
    await listening
    expect(heard).toContain(`event: roster\ndata: ${classId}`)
    await reader.cancel()
  })
})

describe('what is logged', () => {
  it('is a line of JSON for each request, with its route and its id, and nothing that it carried', async () => {
    const response = await teacher.call('GET', `/api/classes/${classId}/history?kind=cell&record=x`)
    const id = response.headers.get('x-request-id')
    await response.body?.cancel()
    await expect.poll(() => product.log()).toContain(id!)
    const lines = product
      .log()
      .trim()
      .split('\n')
      .filter((line) => line.startsWith('{'))
    const line = JSON.parse(lines.find((each) => each.includes(id!))!) as Record<string, unknown>
    expect(line).toMatchObject({ level: 'info', method: 'GET', route: '/api/classes/:id/history', status: 422 })
    expect(product.log()).not.toContain(classId)
  })
})
