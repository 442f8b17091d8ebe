import { jointId, record, type Assignment } from '../acts/records'
import { thousandths, type Decimal } from '../number/decimal'
import { levelOf, type Level } from '../scales/proficiency'
import type { ClassSnapshot, Student } from '../section'

type Dated = Assignment & { id: string }

/** Evidence of one student for one standard, oldest first. */
export interface EvidenceItem {
  assignment: Dated
  level: Decimal
}

/**
 * The evidence that counts: levels given on assignments of the window that are tagged with the standard, in the order
 * given. A cell marked excused gives none.
 *
 * @param assignments those of the reporting window, by due date
 */
export function evidenceOf(
  snapshot: ClassSnapshot,
  student: Student,
  standardId: string,
  assignments: readonly Dated[],
): EvidenceItem[] {
  return assignments.flatMap((assignment) => {
    if (!assignment.standardIds.includes(standardId)) return []
    if (record(snapshot.records, 'cell', jointId(student.id, assignment.id)).marks.includes('excused')) return []
    const { level } = record(snapshot.records, 'evidence', jointId(student.id, assignment.id, standardId))
    return level === null ? [] : [{ assignment, level }]
  })
}

/**
 * The calculated level by *most recent*: the last of the evidence.
 *
 * @returns null when there is not enough evidence
 * @example calculatedLevel(scale, evidence)?.short // '3'
 */
export function calculatedLevel(snapshot: ClassSnapshot, evidence: readonly EvidenceItem[]): Level | null {
  return levelOf(snapshot.proficiencyScale, evidence.at(-1)?.level ?? null)
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
