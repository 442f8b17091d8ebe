import type { MessageOf } from '../message'
import type { Grade } from '../grading/grade'
import { thousandths } from '../number/decimal'
import type { Student } from '../section'
import { fitted, unprintable, type TextBox } from './lines'
import { forms, pronounSets } from './pronouns'

/**
 * What is left of a template: a placeholder of ours, open or closed, and what other texts leave for a name: `[NAME]`, `XX`,
 * or a blank to fill.
 */
const LEFT_IN = /\{[^{}]*\}|\{[\p{L}|]*|\[\p{Lu}[\p{Lu} _-]*\]|(?<!\p{L})X{2,}(?!\p{L})|_{3,}/u

/** Something to look at in a remark. None of them blocks. */
export type RemarkFinding = MessageOf<'remark'>

/**
 * Looks a remark over: another student's name, other pronouns than this student's, a placeholder left in, a doubled
 * word or space, more text than the card has room for, a low grade with nothing said, a remark with no grade.
 *
 * @param grade null where there is none yet; `not given` in a class that gives no grades
 * @param lowLine percent under which a grade wants a remark
 * @param box the room that the card has
 * @example checkRemark('He asks sharp questions.', ines, roster, grade, '70', box)[0]?.code // 'remark.other-pronouns'
 */
export function checkRemark(
  text: string,
  student: Student,
  roster: readonly Student[],
  grade: Grade | null | 'not given',
  lowLine: string,
  box: TextBox,
): RemarkFinding[] {
  const found: RemarkFinding[] = []
  const words: string[] = text.match(/[\p{L}\p{M}]+/gu) ?? []
  const own = new Set(nameWords(student))

  const others = new Set(
    roster.filter((each) => each.id !== student.id).map((each) => each.givenName || each.familyName),
  )
  const stranger = words.find((word) => others.has(word) && !own.has(word))
  if (stranger) found.push({ code: 'remark.other-name', name: stranger })

  const foreign = foreignPronoun(words, student)
  if (foreign)
    found.push({
      code: 'remark.other-pronouns',
      pronoun: foreign,
      name: student.givenName,
      pronouns: student.pronouns!,
    })

  const left = LEFT_IN.exec(text)
  if (left) found.push({ code: 'remark.placeholder', placeholder: left[0] })

  const doubled = /\b([\p{L}]+) \1\b/iu.exec(text)
  if (doubled) found.push({ code: 'remark.doubled', words: doubled[0] })
  else if (/\S {2,}\S/.test(text)) found.push({ code: 'remark.two-spaces' })

  const { over } = fitted(text, box)
  if (over > 0) found.push({ code: 'remark.too-long', over })
  const strange = unprintable(text)
  if (strange.length) found.push({ code: 'remark.unprintable', characters: strange })

  const empty = text.trim() === ''
  if (empty && grade && grade !== 'not given' && thousandths(grade.percent) < thousandths(lowLine))
    found.push({ code: 'remark.low-without-remark', lowLine })
  if (!empty && grade === null) found.push({ code: 'remark.without-grade' })
  return found
}

/**
 * The first pronoun that belongs to another set and not to this student's. *They* and its forms speak of other people
 * too often to be a sign of a mistake, so only she and he are looked for.
 */
function foreignPronoun(words: readonly string[], student: Student): string | undefined {
  if (student.pronouns === null) return undefined
  const ownForms = formWords(student.pronouns)
  const foreign = new Set(
    pronounSets.filter((set) => set !== 'they' && set !== student.pronouns).flatMap((set) => [...formWords(set)]),
  )
  return words.find((word) => foreign.has(word.toLowerCase()) && !ownForms.has(word.toLowerCase()))
}

function formWords(set: (typeof pronounSets)[number]): Set<string> {
  const { subject, object, possessive, possessivePronoun, reflexive } = forms[set]
  return new Set([subject, object, possessive, possessivePronoun, reflexive])
}

const nameWords = (student: Student) => `${student.givenName} ${student.familyName}`.match(/[\p{L}\p{M}]+/gu) ?? []
