import type { BankEntry } from './bank-entry'

/** So long may what was filled in for one student be: a name, a pronoun, a form of a verb. */
const LONGEST_FILL = 80
const PLACEHOLDER = /\{[^{}]*\}/

/**
 * Whether a remark has an entry in it, whoever it was written for: the entry's fixed words stand in it in their order, with
 * no more between two of them than a placeholder fills. An entry of placeholders alone is never found.
 *
 * @example isUsedIn('{name} reads {their} map well.', 'Inés reads her map well. She is ready.') // true
 */
export function isUsedIn(text: string, remark: string): boolean {
  const [first, ...rest] = text.trim().split(PLACEHOLDER).filter(Boolean)
  if (first === undefined || ![first, ...rest].some((each) => /\p{L}/u.test(each))) return false
  for (let from = remark.indexOf(first); from >= 0; from = remark.indexOf(first, from + 1)) {
    let at = from + first.length
    const follows = rest.every((words) => {
      const found = remark.slice(at, at + LONGEST_FILL + words.length).indexOf(words)
      at += found + words.length
      return found >= 0
    })
    if (follows) return true
  }
  return false
}

/**
 * In how many remarks each entry of a bank stands, by its id; those that stand in none are left out.
 *
 * @example countUses(bank, ['Inés reads well.']).get('entry-1') // 1
 */
export function countUses(bank: readonly BankEntry[], remarks: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const { id, text } of bank) {
    const uses = remarks.filter((each) => isUsedIn(text, each)).length
    if (uses) counts.set(id, uses)
  }
  return counts
}
