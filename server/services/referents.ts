import { eq } from 'drizzle-orm'
import type { Change } from '../../core/acts/act'
import { partsOf } from '../../core/acts/records'
import type { Db } from '../database/client'
import { assignments, categories, enrolments } from '../database/schema'
import { sectionPeriods, sectionStandards } from './snapshot'

/** What the records of a class may speak of. */
export interface Referents {
  sectionId: string
  students: Set<string>
  assignments: Set<string>
  categories: Set<string>
  standards: Set<string>
  periods: Set<string>
}

/** Reads what the records of a class may speak of. */
export async function referents(tx: Db, sectionId: string): Promise<Referents> {
  const students = await tx
    .selectDistinct({ id: enrolments.studentId })
    .from(enrolments)
    .where(eq(enrolments.sectionId, sectionId))
  const own = await tx.select({ id: assignments.id }).from(assignments).where(eq(assignments.sectionId, sectionId))
  const kinds = await tx.select({ id: categories.id }).from(categories).where(eq(categories.sectionId, sectionId))
  const ids = (rows: { id: string }[]) => new Set(rows.map((row) => row.id))
  return {
    sectionId,
    students: ids(students),
    assignments: ids(own),
    categories: ids(kinds),
    standards: ids(await sectionStandards(tx, sectionId)),
    periods: ids(await sectionPeriods(tx, sectionId)),
  }
}

/**
 * Why a change cannot be kept in this class, or null. Assignments and categories that it makes are known from then on.
 */
export function refusal(change: Change, known: Referents): string | null {
  const [first, second, third] = partsOf(change.id) as [string, string?, string?]
  const student = () => (known.students.has(first) ? null : 'The student is not in this class.')
  const assignment = () => (second && known.assignments.has(second) ? null : 'The assignment is not in this class.')
  const period = (id = '') => (known.periods.has(id) ? null : 'The grading period is not of this class.')
  switch (change.kind) {
    case 'plan':
      return change.id === known.sectionId ? null : 'The plan is of another class.'
    case 'category':
      known.categories.add(change.id)
      return null
    case 'assignment':
      known.assignments.add(change.id)
      return assignmentRefusal(change as Change<'assignment'>, known)
    case 'cell':
      return student() ?? assignment()
    case 'evidence':
      return (
        student() ??
        assignment() ??
        (third && known.standards.has(third) ? null : 'The standard is not of this course.')
      )
    case 'override':
    case 'remark':
      return student() ?? period(second)
    case 'declaration':
      return period(change.id)
    default:
      return 'This does not belong to a class.'
  }
}

function assignmentRefusal({ to }: Change<'assignment'>, known: Referents): string | null {
  if (to.categoryId && !known.categories.has(to.categoryId)) return 'The category is not in this class.'
  if (to.standardIds?.some((id) => !known.standards.has(id))) return 'A standard is not of this course.'
  return null
}
