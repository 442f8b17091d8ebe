import { jointId } from '../kind'
import { record } from '../records'
import type { Assignment } from '../plan/assignment'
import { yearOf, holds, type Period } from '../calendar/periods'
import { assignmentsIn, assignmentsOf, planOf, type Listed } from '../plan/rules'
import { thousandths, type Decimal } from '../number/decimal'
import { minus } from '../number/int'
import { compare, ofDecimal, subtract, type Ratio } from '../number/ratio'
import { round } from '../number/round'
import { levelOf, type Level, type ProficiencyScale } from '../scales/proficiency'
import { worthOf } from '../scores/worth'
import type { ClassSnapshot, Student } from '../section'
import { convertedLevel, cutOffsOf } from './convert'
import { endsOf, levelMethods } from './methods'

type Dated = Listed<Assignment>

/** How a level came about: given for the standard or as the score, from the points, or because work is missing. */
export type Origin = 'given' | 'points' | 'missing'
export const saidOfOrigin: Record<Origin, string> = {
  given: '',
  points: ', from the points',
  missing: ', because it is missing',
}

/** Evidence of one student for one standard. */
export interface EvidenceItem {
  assignment: Dated
  level: Decimal
  origin: Origin
}

/**
 * The assignments whose evidence counts in a period: those of the period, or by the plan's choice those of the school
 * year up to its last day.
 */
export function windowOfLevels(snapshot: ClassSnapshot, period: Period): Listed<Assignment>[] {
  if (planOf(snapshot).proficiency.window === 'period') return assignmentsIn(snapshot, period)
  const year = yearOf(snapshot.periods, [period.id]).find((each) => each.parentId === null) ?? period
  const span = { firstDay: year.firstDay, lastDay: period.lastDay }
  return assignmentsOf(snapshot).filter((each) => each.dueOn !== null && holds(span, each.dueOn))
}

/**
 * What one assignment shows of a standard. A level that was given wins over one from the points; an excused cell shows
 * none, and a missing one the lowest where the plan says so.
 *
 * @returns null where it shows nothing
 */
export function evidenceAt(
  snapshot: ClassSnapshot,
  studentId: string,
  assignment: Dated,
  standardId: string,
): EvidenceItem | null {
  const { marks, value } = record(snapshot.records, 'cell', jointId(studentId, assignment.id))
  if (marks.includes('excused')) return null
  const { level } = record(snapshot.records, 'evidence', jointId(studentId, assignment.id, standardId))
  // A level typed as the score is evidence for every standard of its item, unless another was given for the standard.
  const given = level ?? (value && 'level' in value ? value.level : null)
  if (given !== null) return { assignment, level: given, origin: 'given' }
  const plan = planOf(snapshot)
  const scale = snapshot.proficiencyScale
  if (value === null) {
    const lowest = scale.levels.at(-1)?.value
    const counts = marks.includes('missing') && plan.proficiency.missingIsLowest && lowest !== undefined
    return counts ? { assignment, level: lowest, origin: 'missing' } : null
  }
  const worth = worthOf(value, assignment.points, { scale: plan.scale, levels: scale })
  const shown = convertedLevel(worth, cutOffsOf(assignment, scale), scale)
  return shown === null ? null : { assignment, level: shown, origin: 'points' }
}

/**
 * The evidence that counts, from those assignments of the window that are tagged with the standard, oldest first.
 *
 * @param assignments those of the reporting window, by due date
 */
export function evidenceOf(
  snapshot: ClassSnapshot,
  student: Student,
  standardId: string,
  assignments: readonly Dated[],
): EvidenceItem[] {
  const tagged = assignments.filter((each) => each.standardIds.includes(standardId))
  return tagged.flatMap((each) => evidenceAt(snapshot, student.id, each, standardId) ?? [])
}

/** What the plan's method makes of evidence: the numeric value, and the level nearest to it. */
export interface CalculatedLevel {
  /** Two decimals, half up. */
  value: string
  level: Level
}

/**
 * The calculated level by the plan's method; ties go up.
 *
 * @returns null when there is not enough evidence, or the method makes no sense on the class's scale
 * @example calculatedLevel(snapshot, evidence)?.level.short // '3'
 */
export function calculatedLevel(snapshot: ClassSnapshot, evidence: readonly EvidenceItem[]): CalculatedLevel | null {
  const { proficiency } = planOf(snapshot)
  const scale = snapshot.proficiencyScale
  if (evidence.length < proficiency.leastEvidence || scale.levels.length === 0) return null
  const method = levelMethods[proficiency.method]
  const ends = endsOf(scale)
  if (method.fits?.(ends) === false) return null
  const levels = evidence.map((each) => ofDecimal(each.level))
  const value = method.value(levels, proficiency, ends)
  return { value: round(value, { places: 2, rounding: 'half up' }), level: nearest(scale, value) }
}

/** A student's level of a standard in a period: what the evidence says, what the teacher says, and which of them stands. */
export interface PeriodLevel {
  evidence: EvidenceItem[]
  /** Goes on being calculated under an override. */
  calculated: CalculatedLevel | null
  override: Level | null
  reason: string
  /** The override if there is one, else the calculated level; null for not enough evidence. */
  effective: Level | null
}

/**
 * The level of a standard in a reporting window, with the teacher's own beside it.
 *
 * @param assignments those of the window, as `windowOfLevels` gives them for the period
 * @example levelIn(snapshot, ann, 's1', quarter2, window).effective?.short // '3'
 */
export function levelIn(
  snapshot: ClassSnapshot,
  student: Student,
  standardId: string,
  period: Pick<Period, 'id'>,
  assignments: readonly Dated[],
): PeriodLevel {
  const evidence = evidenceOf(snapshot, student, standardId, assignments)
  const calculated = calculatedLevel(snapshot, evidence)
  const given = record(snapshot.records, 'levelOverride', jointId(student.id, standardId, period.id))
  const override = levelOf(snapshot.proficiencyScale, given.level)
  return { evidence, calculated, override, reason: given.reason, effective: override ?? calculated?.level ?? null }
}

/** The level nearest to a value; of two as near, the higher. */
function nearest(scale: ProficiencyScale, value: Ratio): Level {
  const gap = (level: Level) => {
    const { n, d } = subtract(ofDecimal(level.value), value)
    return { n: n < 0 ? minus(0, n) : n, d }
  }
  return scale.levels.reduce((best, level) => (compare(gap(level), gap(best)) < 0 ? level : best))
}

/**
 * Reads a typed level: its value or its short label.
 *
 * @returns the value, null for a blank, or why it is refused
 * @example readLevel(scale, '3') // { level: '3' }
 */
export function readLevel(
  scale: ClassSnapshot['proficiencyScale'],
  text: string,
): { level: Decimal | null } | { refused: string } {
  const typed = text.trim()
  if (typed === '') return { level: null }
  const found = scale.levels.find(
    (level) =>
      level.short.toLowerCase() === typed.toLowerCase() ||
      (/^\d/.test(typed) && thousandths(level.value) === thousandths(typed)),
  )
  if (found) return { level: found.value }
  return { refused: `${typed} is no level of this scale. Type ${scale.levels.map((level) => level.short).join(', ')}.` }
}
