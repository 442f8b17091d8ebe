import { eq } from 'drizzle-orm'
import type { Ground } from '../../core/kind'
import type { Db } from '../database/client'
import { assignments, categories, enrolments, standards } from '../database/schema'
import { sectionPeriods, sectionStandards } from './snapshot'

/** What the records of a class may speak of, by what it is. */
export type KnownIds = Readonly<Record<Parameters<Ground['knows']>[0], Set<string>>>

/**
 * Reads what the records of a class may speak of.
 *
 * @param withStandards whether anything is about standards: theirs are the only ids that take more than a look
 */
export async function knownIds(tx: Db, sectionId: string, withStandards: boolean): Promise<KnownIds> {
  const students = await tx
    .selectDistinct({ id: enrolments.studentId })
    .from(enrolments)
    .where(eq(enrolments.sectionId, sectionId))
  const own = await tx.select({ id: assignments.id }).from(assignments).where(eq(assignments.sectionId, sectionId))
  const kinds = await tx.select({ id: categories.id }).from(categories).where(eq(categories.sectionId, sectionId))
  const ids = (rows: { id: string }[]) => new Set(rows.map((row) => row.id))
  return {
    section: new Set([sectionId]),
    district: new Set(),
    student: ids(students),
    assignment: ids(own),
    category: ids(kinds),
    standard: ids(withStandards ? await standardsOfClass(tx, sectionId) : []),
    course: new Set(),
    period: ids(await sectionPeriods(tx, sectionId)),
  }
}

async function standardsOfClass(tx: Db, sectionId: string): Promise<{ id: string }[]> {
  const own = await tx.select({ id: standards.id }).from(standards).where(eq(standards.scopeId, sectionId))
  return [...(await sectionStandards(tx, sectionId)), ...own]
}
