import type { MessageOf } from '../message'
import { readDecimal, thousandths, type Decimal } from '../number/decimal'
import { allowedLevels, type ProficiencyScale } from '../scales/proficiency'

/**
 * Reads a typed level: its value or its short label.
 *
 * @returns the value, null for a blank, or why it is refused
 * @example readLevel(scale, '3') // { level: '3' }
 */
export function readLevel(
  scale: ProficiencyScale,
  text: string,
): { level: Decimal | null } | { refused: MessageOf<'entry'> } {
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
  return { refused: { code: 'entry.no-level', typed, levels: levels.map((level) => level.short) } }
}
