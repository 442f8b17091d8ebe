import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { resolve } from '#core/remarks/bank'
import { anybody, type BankEntry } from '#core/remarks/bank-entry'
import { countUses, isUsedIn } from '#core/remarks/uses'

const students = (['she', 'he', 'they', null] as const).map((pronouns, at) => ({
  givenName: ['Inés', 'Mateo', 'Anya Božena', ''][at]!,
  familyName: 'Wijaya',
  pronouns,
}))
const entry = (id: string, text: string): BankEntry => ({
  ...{ id, text, code: id, topic: '', suits: anybody, starred: false, owner: 'mine' },
})

describe('how often an entry of the bank is used', () => {
  it('is known whoever it was written for, and among other words', () => {
    const text = '{name} reads {their} map well; {they} {is|are} ready.'
    for (const student of students)
      expect(isUsedIn(text, `A good term. ${resolve(text, student)} More to come.`)).toBe(true)
    expect(isUsedIn(text, 'Inés reads her map well. She is ready.')).toBe(false)
    expect(isUsedIn(text, '')).toBe(false)
  })
  it('is found again for any entry that has words of its own', () => {
    const part = fc.oneof(
      fc.constantFrom('{name}', '{they}', '{Their}', '{is|are}', '{them}'),
      fc.constantFrom(' plans ', ' maps, ', 'reads. ', 'on the ', 'a'),
    )
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 8 }), fc.constantFrom(...students), (parts, student) => {
        const text = parts.join('')
        const hasWords = parts.some((each) => !each.startsWith('{'))
        expect(isUsedIn(text, `Said: ${resolve(text, student)} So.`)).toBe(hasWords)
      }),
    )
  })
  it('is nothing that placeholders alone say, and takes no time over a hostile one', () => {
    expect(isUsedIn('{name} {they}.', 'Inés she.')).toBe(false)
    expect(isUsedIn(`${'{name}a'.repeat(300)}b`, 'a'.repeat(20_000))).toBe(false)
  })
  it('counts remarks, an entry that stands twice in one is one', () => {
    const bank = [entry('a', '{name} sings.'), entry('b', '{name} draws.'), entry('c', '{name} runs.')]
    const remarks = ['Inés sings. Inés sings.', 'Mateo sings. Mateo draws.', '']
    expect([...countUses(bank, remarks)]).toEqual([
      ['a', 2],
      ['b', 1],
    ])
  })
})
