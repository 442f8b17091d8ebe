import { readDecimal, thousandths, type Decimal } from '../number/decimal'
import { allowedLevels, type ProficiencyScale } from '../scales/proficiency'

/**
 * Reads a typed level: its value or its short label.
 *
 * @returns the value, null for a blank, or why it is refused
 * @example readLevel(scale, '3') // { level: '3' }
 */
export function readLevel(scale: ProficiencyScale, text: string): { level: Decimal | null } | { refused: string } {
  const typed = text.trim()
  if (typed === '') return { level: null }
  const number = readDecimal(typed)
  const levels = allowedLevels(scale)
  const found = levels.find(
    (level) =>
      level.short.toLowerCase() === typed.toLowerCase() ||
      (number !== null && thousandths(level.value) === thousandths(number)),
  )
  if (found) return { level: found.value }
  return { refused: `${typed} is no level of this scale. Type ${levels.map((level) => level.short).join(', ')}.` }
}
