import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { joined, resolve, resolvePieces, searchBank } from '#core/remarks/bank'
import { anybody, type BankEntry } from '#core/remarks/bank-entry'
import { checkRemark } from '#core/remarks/checks'
import { linesOf } from '#core/remarks/lines'
import { pronounSets, readPronouns } from '#core/remarks/pronouns'
import type { Grade } from '#core/grading/grade'
import type { Student } from '#core/section'

const student = (id: string, givenName: string, pronouns: Student['pronouns'], familyName = 'Test'): Student => ({
  id,
  givenName,
  familyName,
  pronouns,
  spans: [],
})
const ines = student('1', 'Inés', 'she')
const mateo = student('2', 'Mateo', 'he')
const anya = student('3', 'Anya', 'they')
const wijaya = student('4', '', null, 'Wijaya')
const roster = [ines, mateo, anya, wijaya]
/** Six lines of the default card. */
const box = { width: 487.28, size: 11, lines: 6 }
const grade = (percent: string) => ({ percent, label: 'D' }) as Grade
const codes = (text: string, who = ines, its: Grade | null = grade('90.0')) =>
  checkRemark(text, who, roster, its, '70', box).map((each) => each.code)

describe('an entry of the bank', () => {
  it('agrees with the student in name, pronoun and verb', () => {
    const text =
      '{name} shows {their} work; {they} {is|are} ready to check it {themself}, and the credit is {theirs}. {They} {explains|explain} it to {them}.'
    expect(resolve(text, ines)).toBe(
      'Inés shows her work; she is ready to check it herself, and the credit is hers. She explains it to her.',
    )
    expect(resolve(text, mateo)).toBe(
      'Mateo shows his work; he is ready to check it himself, and the credit is his. He explains it to him.',
    )
    expect(resolve(text, anya)).toBe(
      'Anya shows their work; they are ready to check it themself, and the credit is theirs. They explain it to them.',
    )
  })
  it('calls a student by name whose pronouns nobody has said', () =>
    expect(resolve('{They} {is|are} ready; {their} work shows.', wijaya)).toBe("Wijaya is ready; Wijaya's work shows."))
  it('shows which pieces were filled in', () =>
    expect(resolvePieces('{name} sings.', ines)).toEqual([{ text: 'Inés', from: '{name}' }, { text: ' sings.' }]))
  it('leaves what is no placeholder, to be found by the checks', () =>
    expect(resolve('Ask {parent}.', ines)).toBe('Ask {parent}.'))
  it('is joined by a space', () => {
    expect(joined('', 'One.')).toBe('One.')
    expect(joined('One. ', 'Two.')).toBe('One. Two.')
  })
  it('is found by any word, topic or code; starred ones first', () => {
    const entry = (code: string, text: string, starred = false): BankEntry => ({
      id: code,
      code,
      topic: 'Habits',
      text,
      starred,
      suits: anybody,
      owner: 'district',
    })
    const bank = [entry('H02', 'came prepared'), entry('G01', 'asks questions'), entry('N01', 'came late', true)]
    expect(searchBank(bank, 'CAME').map((each) => each.code)).toEqual(['N01', 'H02'])
    expect(searchBank(bank, 'g01').map((each) => each.code)).toEqual(['G01'])
    expect(searchBank(bank, 'habits came prepared')).toHaveLength(1)
    expect(searchBank(bank, 'nowhere')).toEqual([])
  })
  it('reads pronouns as rosters write them', () => {
    for (const set of pronounSets) expect(readPronouns(` ${set.toUpperCase()} / x`)).toBe(set)
    expect(readPronouns('They/them/theirs')).toBe('they')
    expect(readPronouns('ze/hir')).toBeNull()
    expect(readPronouns(undefined)).toBeNull()
  })
})

describe('a remark is looked over', () => {
  it('for another student of the class', () =>
    expect(codes('Mateo asks sharp questions.')).toEqual(['remark.other-name']))
  it('for pronouns that are not this student’s', () => {
    expect(codes('Inés asks sharp questions. He should show units.')).toEqual(['remark.other-pronouns'])
    expect(codes('Anya and her drawings.', anya)).toEqual(['remark.other-pronouns'])
    expect(codes('They helped the others.')).toEqual([])
    expect(codes('He is ready.', wijaya)).toEqual([])
  })
  it('and not for a name or pronoun inside another word', () =>
    expect(codes('The theatre of Mateos grew.')).toEqual([]))
  it('for a placeholder left in, whoever left it', () => {
    for (const text of ['{name} is ready.', '{Name is ready.', '[NAME] is ready.', 'XX is ready.', '___ is ready.'])
      expect(codes(text)).toEqual(['remark.placeholder'])
    for (const text of ['She reads [quietly].', 'XL charts and Xylem.', 'snake_case, twice'])
      expect(codes(text)).toEqual([])
  })
  it('for doubled words and spaces', () => {
    expect(codes('She did did well.')).toEqual(['remark.doubled'])
    expect(codes('She did  well.')).toEqual(['remark.two-spaces'])
  })
  it('for room on the card, in lines as they are printed', () => {
    const full = 'She asks sharp questions of the tide. '.repeat(14).trim()
    expect(linesOf(full, box)).toHaveLength(6)
    expect(codes(full)).toEqual([])
    const long = `${full} ${'And more.'.repeat(14)}`
    expect(linesOf(long, box).length).toBeGreaterThan(6)
    expect(say(checkRemark(long, ines, roster, grade('90'), '70', box)[0]!)).toMatch(/^\d+ characters will not print$/)
  })
  it('for characters that no font of the card has', () => {
    expect(checkRemark('Well done 🎉', ines, roster, grade('90'), '70', box)).toEqual([
      { code: 'remark.unprintable', characters: ['🎉'] },
    ])
    expect(codes('Tiếng Việt, Łódź, 王小明, عمر')).toEqual([])
  })
  // Common practice: a grade under 70 wants a comment.
  it('for a low grade with nothing said', () => {
    expect(codes('', ines, grade('69.9'))).toEqual(['remark.low-without-remark'])
    expect(codes('', ines, grade('70.0'))).toEqual([])
    expect(codes('Keep going.', ines, grade('60.0'))).toEqual([])
  })
  it('for a remark with no grade', () => expect(codes('Keep going.', ines, null)).toEqual(['remark.without-grade']))
})
