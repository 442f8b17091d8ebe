import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { act, fitted } from '#core/acts/act'
import { dependsOn } from '#core/acts/depends'
import { SHAPE, blanks, idSchemas, schemas, type Kind } from '#core/kinds'
import { noRecords } from '#core/records'
import { stepsOf } from '#core/acts/steps'
import { changesTo } from '#core/acts/apply'
import { ancestorsOf, yearOf, type Period } from '#core/calendar/periods'
import { civilDate, count, id, instant, joinedId, name, text } from '#core/fields'
import { plusMinus } from '#core/scales/shipped'
import { readEntry } from '#core/scores/entry'
import { proposedShortName } from '#core/scores/short-name'
import { beginning, fitText, isFit } from '#core/text'
import type { Act } from '#core/acts/act'
import type { Desired } from '#core/desired'

const takes = (schema: { safeParse: (value: unknown) => { success: boolean } }, value: unknown) =>
  schema.safeParse(value).success

describe('text', () => {
  it('loses what cannot be kept and nothing else', () => {
    expect(fitText('a\0b')).toBe('ab')
    expect(fitText('half \ud83d, whole 😀')).toBe('half \ufffd, whole 😀')
    fc.assert(
      fc.property(
        fc.string({ unit: 'binary' }),
        (any) => isFit(fitText(any)) && fitText(fitText(any)) === fitText(any),
      ),
    )
  })
  it('is cut without cutting a character in half', () => {
    expect(beginning('ab😀', 3)).toBe('ab')
    expect(beginning('ab😀', 4)).toBe('ab😀')
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), fc.nat(12), (any, room) => isFit(beginning(any, room))))
  })
  it('a short name holds no half character', () => {
    expect(isFit(proposedShortName('𝔚𝔢𝔞𝔱𝔥𝔢𝔯 12'))).toBe(true)
  })
  it('a field of text takes it so, up to its room', () => {
    expect(text(3).parse('a\0bc')).toBe('abc')
    expect(takes(text(3), 'abcd')).toBe(false)
    expect(takes(name(5, 'field.name'), ' \0 ')).toBe(false)
  })
})

describe('an id has one shape', () => {
  it.each([
    ['4f9c1c6e-8b0e-4a39-9d6e-6f8f3f6d1d1a', true],
    ['standard-es7.1', true],
    ['a/b', false],
    ['', false],
    ['a b', false],
    ['a\0', false],
    ['x'.repeat(81), false],
    ['constructor', false],
    ['__proto__', false],
  ])('%j: %s', (value, is) => expect(takes(id, value)).toBe(is))
  it('a joined one has just as many parts as it says', () => {
    expect(takes(joinedId(2), 's1/a1')).toBe(true)
    for (const wrong of ['s1', 's1/a1/x', 's1/', '/a1', 's1/a1/'])
      expect([wrong, takes(joinedId(2), wrong)]).toEqual([wrong, false])
    expect(takes(idSchemas.evidence, 's1/a1/st1')).toBe(true)
  })
})

describe('dates, moments and counts stay where the database holds them', () => {
  it.each([
    ['2026-11-25', true],
    ['0000-01-01', false],
    ['1899-12-31', false],
    ['2200-01-01', false],
    ['2026-02-30', false],
  ])('%s: %s', (value, is) => expect(takes(civilDate, value)).toBe(is))
  it('a moment is one, whatever a clock says', () => {
    expect(takes(instant, '1970-01-01T00:00:00Z')).toBe(true)
    expect(takes(instant, 'yesterday')).toBe(false)
  })
  it('a count fits an integer', () => {
    expect([takes(count, 2_147_483_647), takes(count, 2_147_483_648), takes(count, -1)]).toEqual([true, false, false])
  })
})

describe('what is wanted in the store is read as the server reads it', () => {
  it('the blank of every kind fits', () => {
    for (const kind of Object.keys(schemas) as Kind[])
      expect(kind === 'scale' ? [] : fitted([{ kind, id: 'x', to: blanks[kind] } as Desired])).not.toHaveProperty(
        'fault',
      )
  })
  it('text is made fit, and what does not fit is said', () => {
    expect(fitted([{ kind: 'remark', id: 's/p', to: { text: 'Good\0 work' } }])).toMatchObject([
      { to: { text: 'Good work' } },
    ])
    expect(fitted([{ kind: 'remark', id: 's/p', to: { text: 'x'.repeat(4001) } }])).toEqual({
      fault: { code: 'field.room', most: 4000 },
    })
  })
  it('any text of any length makes an act that is readable or a fault that is said', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (any) => {
        const fit = fitted([{ kind: 'cell', id: 's/a', to: { note: any } }])
        if ('fault' in fit) return
        const changes = changesTo(noRecords(), fit)
        if (changes.length === 0) return
        expect(
          act.safeParse({
            id: '4f9c1c6e-8b0e-4a39-9d6e-6f8f3f6d1d1a',
            kind: 'note',
            at: '2026-11-25T10:00:00Z',
            changes,
          }).success,
        ).toBe(true)
      }),
    )
  })
})

describe('an entry of any length is read at once', () => {
  const place = { scale: plusMinus, possible: '10' }
  it.each([
    ['inner blanks', `8${' '.repeat(64_000)}x y`],
    ['marks', 'l'.repeat(64_000)],
    ['digits', '1'.repeat(64_000)],
  ])('%s: refused, and not after seconds', (_, typed) => {
    const started = performance.now()
    expect(readEntry(typed, place)).toHaveProperty('refused')
    // The quadratic reading took ten seconds; a hundredth of that is no matter of how busy the machine is.
    expect(performance.now() - started).toBeLessThan(1000)
  })
  it('and what was read before is read alike', () => {
    expect(readEntry('8l', place)).toEqual({ value: { points: '8' }, marks: ['late'] })
    expect(readEntry('8 late', place)).toEqual({ value: { points: '8' }, marks: ['late'] })
    expect(readEntry('8/10 late', place)).toEqual({ value: { points: '8' }, marks: ['late'] })
    expect(readEntry('missing', place)).toEqual({ marks: ['missing'] })
    expect(readEntry('B+ x', place)).toEqual({ value: { label: 'B+' }, marks: ['excused'] })
  })
})

describe('what rests on what', () => {
  const actOf = (desired: Desired[], more: Partial<Act> = {}): Act => ({
    id: crypto.randomUUID(),
    shape: SHAPE,
    kind: 'type',
    at: '2026-11-25T10:00:00Z',
    changes: changesTo(noRecords(), desired) as Act['changes'],
    ...more,
  })
  const makes = actOf([{ kind: 'assignment', id: 'a9', to: { name: 'New', removed: false } }])
  const score = actOf([{ kind: 'cell', id: 's1/a9', to: { value: { points: '8' } } }])
  const other = actOf([{ kind: 'cell', id: 's1/a2', to: { value: { points: '8' } } }])
  const again = actOf([{ kind: 'cell', id: 's1/a2', to: { note: 'x' } }])
  it('a score rests on its assignment, a second change on the first, an undo on what it takes back', () => {
    expect(dependsOn([makes], score)).toBe(true)
    expect(dependsOn([makes], other)).toBe(false)
    expect(dependsOn([other], again)).toBe(true)
    expect(dependsOn([score], actOf([{ kind: 'cell', id: 's2/a2', to: { note: 'y' } }], { of: score.id }))).toBe(true)
    expect(dependsOn([], score)).toBe(false)
  })
  it('a level rests on its standard, a standard on its area, and so does work that is tagged with it', () => {
    const standard = actOf([{ kind: 'standard', id: 'own', to: { code: 'X.1', removed: false } }])
    const seen = actOf([{ kind: 'observation', id: 's1/own/x', to: { level: '3', on: '2026-11-25' } }])
    const below = actOf([{ kind: 'standard', id: 'other', to: { code: 'X.2', parentId: 'own', removed: false } }])
    const tagged = actOf([{ kind: 'assignment', id: 'a2', to: { standardIds: ['own'] } }])
    for (const each of [seen, below, tagged]) expect(dependsOn([standard], each)).toBe(true)
    expect(dependsOn([standard], score)).toBe(false)
  })
})

describe('steps back', () => {
  const writing = (from: string, to: string, sitting: string): Act =>
    ({
      id: crypto.randomUUID(),
      kind: 'remark',
      at: '2026-11-25T10:00:00Z',
      sitting,
      changes: [{ kind: 'remark', id: 's1/p1', from: { text: from }, to: { text: to } }],
    }) as Act
  it('the writing of one text in one sitting is one step, from where it began', () => {
    const parts = [writing('', 'A', 'one'), writing('A', 'A good', 'one'), writing('A good', 'A good week', 'one')]
    const { done } = stepsOf(
      parts.map((each) => [{ scope: 'class', act: each }]),
      new Set(['class']),
    )
    expect(done).toHaveLength(1)
    expect(done[0]![0]!.act).toMatchObject({
      id: parts[2]!.id,
      changes: [{ from: { text: '' }, to: { text: 'A good week' } }],
    })
  })
  it('another sitting is another step', () => {
    const parts = [writing('', 'A', 'one'), writing('A', 'B', 'two')]
    expect(
      stepsOf(
        parts.map((each) => [{ scope: 'class', act: each }]),
        new Set(['class']),
      ).done,
    ).toHaveLength(2)
  })
})

describe('a ring of periods, which no roster brings any more', () => {
  const period = (id: string, parentId: string | null): Period => ({
    id,
    parentId,
    kind: parentId ? 'grading' : 'year',
    title: id,
    firstDay: '2026-09-01',
    lastDay: '2027-06-30',
  })
  const ring = [period('a', 'b'), period('b', 'a'), period('q', 'a'), period('self', 'self')]
  it('is walked to an end, and cut', () => {
    const year = yearOf(ring, ['q'])
    expect(year.map((each) => [each.id, each.parentId])).toEqual([
      ['a', null],
      ['q', 'a'],
    ])
    expect(yearOf(ring, ['self'])).toMatchObject([{ id: 'self', parentId: null }])
    expect(ancestorsOf(ring, ring[2]!).map((each) => each.id)).toEqual(['a', 'b'])
  })
})
