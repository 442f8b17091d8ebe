import { readDecimal } from '../number/decimal'
import type { GradingScale } from '../scales/grading'
import { levelOf, type ProficiencyScale } from '../scales/proficiency'
import type { Value } from './score'

export type Entry = { value: Value | null } | { refused: string }

/**
 * Understands what a teacher typed into a score cell: digits are points, digits with a percent sign a percent, a label
 * of the class's scale that label, nothing a blank. Where the item is scored in levels, digits are a level.
 *
 * @param levels the proficiency scale, for an item that is scored in levels
 * @returns the value, or why it is refused and what to do
 * @example readEntry('8,5', scale) // { value: { points: '8.5' } }
 */
export function readEntry(text: string, scale: GradingScale, levels: ProficiencyScale | null = null): Entry {
  const typed = text.trim()
  if (typed === '') return { value: null }
  if (levels) return readLevelEntry(typed, levels)
  const label = scale.steps.find((step) => step.label.toLowerCase() === typed.toLowerCase())?.label
  const isPercent = typed.endsWith('%')
  const number = readDecimal(isPercent ? typed.slice(0, -1) : typed)
  if (number === null)
    return label
      ? { value: { label } }
      : { refused: `${typed} is no number, percent or label. Type points, as 8.5, or Esc to take it back.` }
  if (number.startsWith('-')) return { refused: 'Points are 0 or more.' }
  if (isPercent)
    return Number(number) > 1000 ? { refused: 'A percent here ends at 1000.' } : { value: { percent: number } }
  return { value: { points: number } }
}

function readLevelEntry(typed: string, levels: ProficiencyScale): Entry {
  const level =
    levels.levels.find((each) => each.short.toLowerCase() === typed.toLowerCase()) ??
    levelOf(levels, readDecimal(typed))
  if (level) return { value: { level: level.value } }
  return { refused: `${typed} is no level. Type ${levels.levels.map((each) => each.short).join(', ')}.` }
}
