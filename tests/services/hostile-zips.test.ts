import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { wideClass } from '../../demo/district'
import { seeded } from '../../demo/random'
import { desired } from '../../core/exchange/desired'
import { gradebookFiles } from '../../core/formats/oneroster/csv-gradebook'
import readGradebook from '../../server/workers/gradebook-files.worker'
import read from '../../server/workers/roster.worker'
import { aClass } from '../support/class'
import { csvFiles, zipOf } from '../support/oneroster-files'

/**
 * Two thousand zips of a roster, each bent at one place: a cell, a line, a head, a file, the manifest, or bytes of the zip
 * itself. Each is read whole, or refused with the file, line and reason of its faults; nothing is thrown.
 */
const folder = mkdtempSync(join(tmpdir(), 'yukata-zips-'))
afterAll(() => rmSync(folder, { recursive: true }))
// One class has every kind of file and of line; what a bent line does is the same in a longer file.
const files = { '1.1': csvFiles(wideClass(20), '1.1'), '1.2': csvFiles(wideClass(20), '1.2') }

const odd = ['', '"', 'x'.repeat(5000), '\0', '2026-02-30', '=1+1', 'tobedeleted', ',,,', '\n', '"a\n', '\ufeff', '-1']

function bent(random: () => number, of: Record<string, string>[]): Uint8Array {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const all = { ...pick(of) }
  const name = pick(Object.keys(all))
  const lines = all[name]!.split('\r\n').join('\n').split('\n')
  const at = Math.floor(random() * lines.length)
  const how = random()
  if (how < 0.4) {
    const cells = lines[at]!.split(',')
    cells[Math.floor(random() * cells.length)] = pick(odd)
    lines[at] = cells.join(',')
  } else if (how < 0.5) lines.splice(at, 1)
  else if (how < 0.6) lines.splice(at, 0, lines[at]!)
  else if (how < 0.7) lines[at] = pick(odd)
  else if (how < 0.75) lines.length = at
  all[name] = lines.join('\n')
  if (how >= 0.75 && how < 0.8) Reflect.deleteProperty(all, name)
  const zip = new Uint8Array(zipOf(all))
  if (how >= 0.8)
    for (let times = 0; times < 4; times++) zip[Math.floor(random() * zip.length)] = Math.floor(random() * 256)
  return how > 0.95 ? zip.slice(0, Math.floor(random() * zip.length)) : zip
}

it('two thousand bent zips: each is read, or refused with its reason', async () => {
  const outcomes = { read: 0, faults: 0, problem: 0 }
  for (let seed = 1; seed <= 2000; seed++) {
    const path = join(folder, 'roster.zip')
    writeFileSync(path, bent(seeded(seed * 101), Object.values(files)))
    const answer = await read({ path })
    if ('pieces' in answer) outcomes.read++
    else if ('problem' in answer) {
      outcomes.problem++
      expect(['no-zip', 'too-large', 'file-twice']).toContain(answer.problem.code)
    } else {
      outcomes.faults++
      for (const fault of answer.faults) {
        expect(fault.file).toMatch(/\.csv$/)
        expect(fault.line).toBeGreaterThan(0)
        expect('code' in fault.reason).toBe(true)
      }
    }
  }
  // Some of each: the bending bends.
  expect(Math.min(...Object.values(outcomes))).toBeGreaterThan(50)
}, 600_000)

it('five hundred bent zips of a gradebook: each is read, or refused with file, line and reason', async () => {
  const snapshot = aClass({
    categories: { tests: '60', labs: '40' },
    assignments: { delta: { categoryId: 'labs' }, check: { categoryId: 'tests', multiplier: '1.5' } },
    scores: {
      ann: { delta: '81', check: { value: { label: 'B' } } },
      ben: {
        delta: { marks: ['missing'] },
        check: { value: { points: '7.5' }, note: 'Redo "two"', noteFor: 'family' },
      },
    },
  })
  const sourced = new Map([snapshot.section.id, 'ann', 'ben', 'q2'].map((id) => [id, id]))
  const { sendables } = desired(snapshot, sourced)
  const whole = (['1.1', '1.2'] as const).map((version) =>
    gradebookFiles(sendables, version, '2026-11-25', '2026-11-25T12:00:00Z'),
  )
  const outcomes = { read: 0, faults: 0, problem: 0 }
  for (let seed = 1; seed <= 500; seed++) {
    const path = join(folder, 'gradebook.zip')
    writeFileSync(path, bent(seeded(seed * 77), whole))
    const answer = await readGradebook({ path })
    if ('things' in answer) outcomes.read++
    else if ('problem' in answer) {
      outcomes.problem++
      expect(['no-zip', 'too-large', 'file-twice']).toContain(answer.problem.code)
    } else {
      outcomes.faults++
      for (const { file, line, reason } of answer.faults)
        expect([/\.csv$/.test(file), line > 0, 'code' in reason]).toEqual([true, true, true])
    }
  }
  expect(Math.min(...Object.values(outcomes))).toBeGreaterThan(20)
}, 300_000)
