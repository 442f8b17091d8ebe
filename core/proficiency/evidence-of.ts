import { cutId, jointId, partsOf } from '../kind'
import type { Decimal } from '../number/decimal'
import type { Assignment } from '../plan/assignment'
import type { Listed } from '../plan/rules'
import { studentRecord, type Records } from '../records'
import { worthOf } from '../scores/worth'
import type { LevelContext } from './context'
import { converted, cutOffsOf } from './convert'
import type { LevelWindow } from './window'

type Dated = Listed<Assignment>

/** How a level came about: given for the standard or as the score, from the points, because work is missing, or seen. */
export type Origin = 'given' | 'points' | 'missing' | 'observed'

/** Evidence of one student for one standard. */
export interface EvidenceItem {
  standardId: string
  /** The day by which it stands in order. */
  on: string
  level: Decimal
  origin: Origin
  /** The work that shows it; null for an observation. */
  assignment: Dated | null
  /** The percent from which on points show the level, where they do; null below all cut-offs. */
  cutOff?: Decimal | null
  /** The observation's id, and what was noted with it. */
  observation?: { id: string; note: string }
}

/**
 * What one assignment shows of a standard. A level that was given wins over one from the points; an excused cell shows
 * none, and a missing one the lowest where the plan says so.
 *
 * @returns null where it shows nothing
 */
export function evidenceAt(
  { snapshot, plan, tree, scaleFor, scaleOfWork }: LevelContext,
  studentId: string,
  assignment: Dated,
  standardId: string,
): EvidenceItem | null {
  const { marks, value } = studentRecord(snapshot.records, 'cell', studentId, assignment.id)
  if (marks.includes('excused')) return null
  const item = (level: Decimal, origin: Origin): EvidenceItem => ({
    standardId,
    on: assignment.dueOn ?? '',
    level,
    origin,
    assignment,
  })
  const { level } = studentRecord(snapshot.records, 'evidence', studentId, jointId(assignment.id, standardId))
  if (level !== null) return item(level, 'given')
  const scale = scaleFor(standardId)
  // A level typed as the score is evidence for every standard of its item that is judged in the same scale.
  if (value && 'level' in value)
    return scaleOfWork(assignment.standardIds) === scale ? item(value.level, 'given') : null
  if (value === null) {
    const lowest = scale.levels.at(-1)?.value
    const counts = marks.includes('missing') && plan.proficiency.missingIsLowest && lowest !== undefined
    return counts ? item(lowest, 'missing') : null
  }
  // Points say nothing of habits.
  if (tree.get(standardId)?.habit) return null
  const worth = worthOf(value, assignment.points, { scale: plan.scale, levels: scale })
  const shown = converted(worth, cutOffsOf(assignment, scale), scale)
  return shown && { ...item(shown.level, 'points'), cutOff: shown.from }
}

/** The evidence of a student for a standard that counts in a window, oldest first; what was seen on a day stands after its work. */
export function evidenceOf(window: LevelWindow, studentId: string, standardId: string): EvidenceItem[] {
  const found: EvidenceItem[] = []
  for (const each of window.taggedWith(standardId)) {
    const item = evidenceAt(window, studentId, each, standardId)
    if (item) found.push(item)
  }
  const observed = observationsOf(window, studentId, standardId)
  return observed.length ? [...found, ...observed].sort(byDay) : found
}

const nothing: Records['observation'][string] = {}

/** What was seen of a student and a standard within a window, oldest first. */
export function observationsOf(window: LevelWindow, studentId: string, standardId: string): EvidenceItem[] {
  const found: EvidenceItem[] = []
  for (const [rest, { level, on, note }] of Object.entries(window.snapshot.records.observation[studentId] ?? nothing)) {
    if (cutId(rest)[0] !== standardId || level === null || on === null || !window.holds(on)) continue
    const observation = { id: jointId(studentId, rest), note }
    found.push({ standardId, on, level, origin: 'observed', assignment: null, observation })
  }
  return found.sort(byDay)
}

/**
 * Evidence of several standards in one order: by day, then by the place in the gradebook (what was seen comes last), then
 * by the order of the standards.
 */
export function pooled(window: LevelWindow, items: readonly EvidenceItem[]): EvidenceItem[] {
  return items.toSorted((a, b) => byDay(a, b) || window.tree.placeOf(a.standardId) - window.tree.placeOf(b.standardId))
}

const inOrder = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)
function byDay(a: EvidenceItem, b: EvidenceItem): number {
  const days = inOrder(a.on, b.on)
  if (days) return days
  if (a.assignment && b.assignment)
    return a.assignment.place - b.assignment.place || inOrder(a.assignment.id, b.assignment.id)
  if (a.assignment || b.assignment) return a.assignment ? -1 : 1
  return inOrder(partsOf(a.observation!.id).at(-1)!, partsOf(b.observation!.id).at(-1)!)
}
