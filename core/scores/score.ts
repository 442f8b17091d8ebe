import { z } from 'zod'
import { decimal, percent, text } from '../fields'

/** What was typed as the score, kept as typed. Its worth is derived. */
export const value = z.union([
  z.strictObject({ points: decimal }),
  z.strictObject({ percent }),
  z.strictObject({ label: text(6).min(1) }),
  z.strictObject({ level: decimal }),
])
export type Value = z.infer<typeof value>

export const marks = ['missing', 'late', 'absent', 'incomplete', 'excused'] as const
export type Mark = (typeof marks)[number]

/** Which marks a mark drives out: excused goes only with late and absent. */
const rivals: Record<Mark, readonly Mark[]> = {
  excused: ['missing', 'incomplete'],
  missing: ['excused'],
  incomplete: ['excused'],
  late: [],
  absent: [],
}

/**
 * Sets a mark that is not there, or takes away one that is; marks are kept in one order.
 *
 * @example toggleMark(['missing'], 'excused') // ['excused']
 */
export function toggleMark(present: readonly Mark[], mark: Mark): Mark[] {
  const desired = present.includes(mark)
    ? present.filter((each) => each !== mark)
    : [...present.filter((each) => !rivals[mark].includes(each)), mark]
  return marks.filter((each) => desired.includes(each))
}

/** The value in the teacher's words: `8.5`, `85 %`, `B+`. */
export function valueText(value: Value | null): string {
  if (value === null) return ''
  if ('points' in value) return value.points
  if ('percent' in value) return `${value.percent}%`
  return 'label' in value ? value.label : value.level
}
