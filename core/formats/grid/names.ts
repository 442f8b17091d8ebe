import type { Student } from '../../section'

/** How sure a match is: the same words, or all the words that are there; `several` fit, or `none`. */
export type NameMatch = { student: Student; sure: boolean } | { why: 'several' | 'none' }

/** Letters that Unicode does not take apart, as they are typed where a keyboard lacks them. */
const plain: Record<string, string> = {
  ł: 'l',
  ø: 'o',
  đ: 'd',
  ð: 'd',
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  ħ: 'h',
  ı: 'i',
}

/**
 * A name as words for comparing: no accents, no capitals, no punctuation, in the order of the alphabet.
 *
 * @example wordsOfName('Castellanos, Inés') // ['castellanos', 'ines']
 */
export function wordsOfName(name: string): string[] {
  return name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[łøđðßæœħı]/g, (letter) => plain[letter]!)
    .replace(/[ʼ’'`]/g, '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .sort()
}

/**
 * Makes a finder of students by what a spreadsheet calls them: an id, or a name in any order, with or without accents;
 * a name that lacks some of the student's words is found when it fits one student only, and is not sure.
 *
 * @example finderOf(students)('Inés Castellanos') // { student, sure: true }
 */
export function finderOf(students: readonly Student[]): (text: string) => NameMatch {
  const byId = new Map(students.map((each) => [each.id, each]))
  const named = students.map((student) => ({
    student,
    words: wordsOfName(`${student.givenName} ${student.familyName}`),
  }))
  const one = (found: readonly { student: Student }[], sure: boolean): NameMatch =>
    found.length === 1 ? { student: found[0]!.student, sure } : { why: found.length ? 'several' : 'none' }
  return (text) => {
    const known = byId.get(text.trim())
    if (known) return { student: known, sure: true }
    const words = wordsOfName(text)
    if (words.length === 0) return { why: 'none' }
    const same = named.filter((each) => each.words.join(' ') === words.join(' '))
    if (same.length) return one(same, true)
    return one(
      named.filter((student) => words.every((word) => student.words.includes(word))),
      false,
    )
  }
}
