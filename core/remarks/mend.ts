import type { Student } from '../section'
import { resolve } from './bank'
import type { RemarkFinding } from './checks'
import { forms, pronounSets, type PronounForms } from './pronouns'

type Named = Pick<Student, 'givenName' | 'familyName' | 'pronouns'>

/**
 * A remark with one finding put right; null where only its writer knows how.
 *
 * @example mended('He asks.', { code: 'remark.other-pronouns', pronoun: 'He', … }, ines) // 'She asks.'
 */
export function mended(text: string, finding: RemarkFinding, student: Named): string | null {
  switch (finding.code) {
    case 'remark.other-name':
      return replaced(text, finding.name, () => student.givenName || student.familyName)
    case 'remark.other-pronouns':
      return ownPronouns(text, student)
    case 'remark.placeholder': {
      const filled = resolve(text, student)
      return filled === text ? null : filled
    }
    case 'remark.doubled':
      return text.replace(/\b(\p{L}+)( \1)+\b/giu, '$1')
    case 'remark.two-spaces':
      return text.replace(/(\S) {2,}(?=\S)/g, '$1 ')
    default:
      return null
  }
}

/** A word by itself, wherever it stands; a letter or accent beside it makes it another. */
function replaced(text: string, word: string, by: (found: string, rest: string) => string): string {
  const escaped = word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const whole = new RegExp(`(?<![\\p{L}\\p{M}])${escaped}(?![\\p{L}\\p{M}])`, 'giu')
  return text.replace(whole, (found, at: number) => by(found, text.slice(at + found.length)))
}

/** Every pronoun of *she* and *he* as the student's own. */
function ownPronouns(text: string, { pronouns }: Named): string | null {
  if (pronouns === null) return null
  const own = forms[pronouns]
  const ownWords = new Set(Object.values(own).map(String))
  let mendedText = text
  for (const set of pronounSets.filter((each) => each !== 'they' && each !== pronouns))
    for (const word of new Set(slots.map((slot) => forms[set][slot])))
      if (!ownWords.has(word))
        mendedText = replaced(mendedText, word, (found, rest) => {
          const form = own[slotOf(forms[set], word, rest)]
          return /^\p{Lu}/u.test(found) ? form[0]!.toUpperCase() + form.slice(1) : form
        })
  return mendedText
}

const slots = ['subject', 'object', 'possessive', 'possessivePronoun', 'reflexive'] as const

/** What a pronoun stands for. *Her* and *his* do two things: before a word they say whose it is. */
function slotOf(set: PronounForms, word: string, rest: string): (typeof slots)[number] {
  const isBeforeWord = /^\s+\p{L}/u.test(rest)
  const fitting = slots.filter((slot) => set[slot] === word)
  if (fitting.length > 1 && fitting.includes('possessive'))
    return isBeforeWord ? 'possessive' : fitting.find((slot) => slot !== 'possessive')!
  return fitting[0]!
}
