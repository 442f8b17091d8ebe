import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import type { Message } from '#core/message'
import { say } from '~/words/say'
import { sayWhy } from '~/words/put-aside'
import { entrySentences } from '~/words/sentences/entries'
import { sayProblem } from '~/words/sentences/problems'
import { sayRun } from '~/words/sentences/runs'

describe('what a person is told', () => {
  it('has its figures in it, also those of a message inside another', () => {
    expect(say({ code: 'entry.no-level', typed: '7', levels: ['4', '3'] })).toBe(
      '7 is no level of this scale. Type 4, 3.',
    )
    expect(say({ code: 'refused.scale', fault: { code: 'scale.bounds-alike', above: 'A', label: 'B' } })).toBe(
      'In the scale: A and B begin at the same percent.',
    )
  })
  it('of a newer release asks for a reload, and breaks nothing', () => {
    expect(say({ code: 'entry.of-tomorrow' } as unknown as Message)).toContain('Reload the page')
    expect(sayProblem('of-tomorrow', {})).toContain('Reload the page')
  })
  it('with figures that no sentence asks for breaks nothing either', () => {
    expect(say({ code: 'entry.no-level' } as unknown as Message)).toContain('Reload the page')
    for (const code of ['refused', 'csv-faults', 'partner-calendar', 'constructor'])
      expect(sayProblem(code, {})).toContain('Reload the page')
  })
  it('has a sentence for every code that a schema gives', () => {
    const files = ['core', 'shared'].flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((file) => file.endsWith('.ts'))
        .map((file) => readFileSync(join(folder, file), 'utf8')),
    )
    const codes = new Set(files.flatMap((text) => text.match(/(?<=')field\.[a-z-]+(?=')/g) ?? []))
    expect(codes.size).toBeGreaterThan(15)
    for (const code of codes) expect(Object.keys(entrySentences)).toContain(code)
  })
  it('is as an earlier release kept it, where it kept a sentence', () => {
    expect(say({ code: 'refused.words', words: 'The plan is of another class.' })).toBe('The plan is of another class.')
    expect(sayWhy({ code: 'refused', words: 'Kept long ago.' })).toBe('Kept long ago.')
    expect(sayRun({ code: 'words', words: '3 sent' }, true)).toBe('3 sent')
  })
  it('says of a run what it came to, and what becomes of the rest', () => {
    const counts = { sent: 1, taken: 0, refused: 2, held: 0, left: 0, moved: 0, waiting: 3 }
    expect(sayRun({ code: 'sent', counts }, true)).toBe('1 sent, 2 refused, 3 not sent')
    expect(
      sayRun(
        { code: 'failed', problem: { code: 'partner-silent', figures: { partner: 'The district' } }, counts },
        true,
      ),
    ).toBe(
      '1 sent, 2 refused, 3 not sent. The district does not answer. What was sent so far is kept; try again later.',
    )
    expect(sayRun({ code: 'interrupted' }, false)).toBe('Interrupted. What it had done so far stands.')
  })
})
