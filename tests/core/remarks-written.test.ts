import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { agreeing, withAgreement } from '#core/remarks/agreement'
import { alike } from '#core/remarks/alike'
import { entryOf, isIn, joined, resolve } from '#core/remarks/bank'
import { bankCsv, readBankCsv } from '#core/formats/bank-csv'
import { anybody, type BankEntry } from '#core/remarks/bank-entry'
import { cardRemark } from '#core/remarks/card-remark'
import { checkRemark } from '#core/remarks/checks'
import { mended } from '#core/remarks/mend'
import { onCard } from '#core/remarks/on-card'
import { asksForSomething, suitsStudent } from '#core/remarks/suits'
import { aClass } from '../support/class'

const ann = { givenName: 'Ann', familyName: 'Lee', pronouns: 'she' as const }
const kai = { givenName: 'Kai', familyName: 'Moss', pronouns: 'they' as const }
const wen = { givenName: 'Wen', familyName: '', pronouns: null }

describe('verbs agree with their subject (English grammar, from memory)', () => {
  it.each([
    // Regular, by a consonant and -y, by -ch, -sh, -ss, -x.
    ['explains', 'explain'],
    ['enjoys', 'enjoy'],
    ['tries', 'try'],
    ['carries', 'carry'],
    ['watches', 'watch'],
    ['finishes', 'finish'],
    ['passes', 'pass'],
    ['fixes', 'fix'],
    ['closes', 'close'],
    // Be, have, do, and the past of be.
    ['is', 'are'],
    ['was', 'were'],
    ['has', 'have'],
    ['does', 'do'],
    ['goes', 'go'],
    // Modals are the same.
    ['can', 'can'],
    ['may', 'may'],
    ['should', 'should'],
    // Negation.
    ["isn't", "aren't"],
    ["hasn't", "haven't"],
    ["doesn't", "don't"],
    ["wasn't", "weren't"],
    ["can't", "can't"],
    ["won't", "won't"],
  ])('%s, %s', (singular, plural) => expect(agreeing(singular)).toBe(plural))

  it.each(['parent', 'focus', 'class', 'us', ''])('"%s" is no such form', (word) => expect(agreeing(word)).toBeNull())

  it('is completed where one form is written, and reads right for everybody', () => {
    const text = withAgreement("{name} {explains} it; {They} {doesn't} rush, and {their} idea {is} {theirs}.")
    expect(text).toBe("{name} {explains|explain} it; {They} {doesn't|don't} rush, and {their} idea {is|are} {theirs}.")
    expect(withAgreement(text)).toBe(text)
    expect(withAgreement('Ask {parent}.')).toBe('Ask {parent}.')
  })
  it('after the name it is singular, whatever the pronouns', () => {
    expect(resolve('{name} {is|are} ready, and {they} {knows|know} it.', kai)).toBe('Kai is ready, and they know it.')
    expect(resolve('{They} {is|are} ready.', kai)).toBe('They are ready.')
    expect(resolve('{They} {is|are} ready.', wen)).toBe('Wen is ready.')
  })
  it('whose it is reads right before a vowel too', () => {
    expect(resolve('{their} idea', wen)).toBe("Wen's idea")
    expect(resolve('{Their} idea, {theirs}', kai)).toBe('Their idea, theirs')
  })
})

describe('a statement for the class', () => {
  it('stands before, after, or where nothing is written, and leaves the personal part as it is', () => {
    const text = '{name} built a delta.'
    expect(onCard('She asks.', { text, stands: 'before' }, ann)).toBe('Ann built a delta. She asks.')
    expect(onCard('She asks.', { text, stands: 'after' }, ann)).toBe('She asks. Ann built a delta.')
    expect(onCard('She asks.', { text, stands: 'where empty' }, ann)).toBe('She asks.')
    expect(onCard('  ', { text, stands: 'where empty' }, ann)).toBe('Ann built a delta.')
    expect(onCard('She asks.', { text: '', stands: 'before' }, ann)).toBe('She asks.')
  })
  it('is on the card, with the pronouns that the teacher set where the roster is silent', () => {
    const snapshot = aClass({ students: [{ id: 'ann', givenName: 'Ann' }] })
    const [student] = snapshot.students
    student!.pronouns = null
    snapshot.records.statement.q2 = { text: '{They} built a delta.', stands: 'before' }
    expect(cardRemark(snapshot, student!, 'q2')).toBe(`${student!.givenName} built a delta.`)
    snapshot.records.calledAs[student!.id] = { givenName: '', pronouns: 'they' }
    expect(cardRemark(snapshot, student!, 'q2')).toBe('They built a delta.')
    student!.pronouns = 'she'
    expect(cardRemark(snapshot, student!, 'q2')).toBe('She built a delta.')
  })
})

describe('what is said of a remark is mended by a key', () => {
  const roster = [
    { id: 'a', ...ann, spans: [] },
    { id: 'k', ...kai, spans: [] },
  ]
  const mendAll = (text: string, student = roster[0]!) => {
    let now = text
    for (let at = 0; at < 5; at++) {
      const finding = checkRemark(now, student, roster, 'not given', '70', { width: 487, size: 11, lines: 6 })[0]
      const next = finding && mended(now, finding, student)
      if (!next) return now
      now = next
    }
    return now
  }
  it.each([
    ['Kai asks questions.', 'Ann asks questions.'],
    ['He asks, and his notes help him.', 'She asks, and her notes help her.'],
    ['{name} did did well.', 'Ann did well.'],
    ['Well  done.', 'Well done.'],
  ])('%s', (text, expected) => expect(mendAll(text)).toBe(expected))
  it('speaks of somebody as they', () =>
    expect(mendAll('She keeps her notes; they are hers.', roster[1]!)).toBe('They keeps their notes; they are theirs.'))
  it('what only its writer knows is left', () =>
    expect(mended('x'.repeat(400), { code: 'remark.too-long', over: 120 }, ann)).toBeNull())
})

describe('the bank', () => {
  const entry = (code: string, text: string): BankEntry => ({
    ...{ id: code, code, topic: 'T', text, suits: anybody, starred: false, owner: 'district' },
  })
  it('gives an entry by its code, and knows what is there already', () => {
    const bank = [entry('G04', '{name} checks {their} work.')]
    expect(entryOf(bank, 'g04')?.code).toBe('G04')
    expect(entryOf(bank, 'g0')).toBeUndefined()
    // Of two with one code, the teacher's own.
    const own = { ...entry('g04', '{name} plans {their} work.'), owner: 'mine' as const }
    expect(entryOf([...bank, own], 'G04')).toBe(own)
    expect(isIn('Well. Ann checks her work.', bank[0]!.text, ann)).toBe(true)
    expect(joined('One.', 'Two.', '\n')).toBe('One.\nTwo.')
  })
  it('knows whom an entry suits', () => {
    const low = { ...anybody, percentTo: '79' }
    const facts = { percent: '68.2', levels: ['3'], missing: 0 }
    expect([suitsStudent(low, facts), suitsStudent(low, { ...facts, percent: '79.1' })]).toEqual([true, false])
    expect(suitsStudent(low, { ...facts, percent: null })).toBe(false)
    expect(suitsStudent({ ...anybody, levelFrom: '3', levelTo: '3.5' }, facts)).toBe(true)
    expect(suitsStudent({ ...anybody, missing: true }, facts)).toBe(false)
    expect([asksForSomething(anybody), suitsStudent(anybody, facts)]).toEqual([false, true])
  })
  it('goes out as CSV (RFC 4180) and comes back the same', () => {
    const word = fc.string({ minLength: 1, maxLength: 30 }).map((text) => text.replace(/[\0\r]/g, '').trim())
    const records = fc.uniqueArray(
      fc.record({
        code: fc.stringMatching(/^[A-Z][0-9]{1,4}$/),
        topic: word.filter((text) => !/^[=+\-@'\t]/.test(text)),
        text: word.filter((text) => text !== '' && !/^[=+\-@'\t]/.test(text)),
        suits: fc.record({
          percentFrom: fc.constantFrom(null, '60'),
          percentTo: fc.constantFrom(null, '79.5'),
          levelFrom: fc.constantFrom(null, '2'),
          levelTo: fc.constant(null),
          missing: fc.boolean(),
        }),
      }),
      { selector: ({ code }) => code, minLength: 1, maxLength: 8 },
    )
    fc.assert(
      fc.property(records, (entries) => {
        const read = readBankCsv(bankCsv(entries))
        expect(read).toEqual({ entries })
      }),
    )
  })
  it('a cell that a spreadsheet would take for a formula is none there, and reads back', () => {
    const csv = bankCsv([{ code: 'A', topic: '', text: '=1+1', suits: anybody }])
    expect(csv).toContain("'=1+1")
    expect(readBankCsv(csv)).toMatchObject({ entries: [{ text: '=1+1' }] })
  })
  it('says each fault of a file by its line, and takes nothing of it', () => {
    const read = readBankCsv('code,topic,text,percent to\nA1,,Fine.,\na1,,,x\nTOOLONGACODE1,,Text.,')
    expect(read).toEqual({
      faults: [
        { line: 3, reason: { code: 'bank.no-text' } },
        { line: 3, reason: { code: 'bank.twice', typed: 'a1', line: 2 } },
        { line: 3, reason: { code: 'bank.number', column: 'percent to', typed: 'x' } },
        { line: 4, reason: { code: 'bank.code', typed: 'TOOLONGACODE1' } },
      ],
    })
    expect(readBankCsv('a,b\n1,2')).toMatchObject({ faults: [{ line: 1, reason: { code: 'bank.no-column' } }] })
    expect(readBankCsv('code,text')).toMatchObject({ faults: [{ reason: { code: 'bank.nothing' } }] })
  })
  it('counts lines as an editor does, where a text has several, and says a quote that is not closed', () => {
    expect(readBankCsv('code,text\nA1,"One\ntwo"\n\nA2,')).toEqual({
      faults: [{ line: 5, reason: { code: 'bank.no-text' } }],
    })
    expect(readBankCsv('code,text\nA1,"One')).toEqual({ faults: [{ line: 2, reason: { code: 'bank.quotes' } }] })
    // What another country's spreadsheet saves.
    expect(readBankCsv('code;text\nA1;One')).toMatchObject({ entries: [{ code: 'A1', text: 'One' }] })
  })
  it('the same words for three are said, for two they are not', () => {
    expect(
      alike(
        new Map([
          ['a', 'Good.'],
          ['b', ' good. '],
          ['c', ''],
        ]),
      ).size,
    ).toBe(0)
    expect(
      alike(
        new Map([
          ['a', 'Good.'],
          ['b', ' good. '],
          ['c', 'GOOD.'],
        ]),
      ).get('b'),
    ).toBe(2)
  })
})
