import { and, eq, gt, inArray, isNull, or } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { enrolments, sections, students } from '../../database/schema'
import { inTurns, type Rest } from './rows'

/** Each has some dozens of enrolments. */
export const CLASSES_AT_ONCE = 40
export const noRest: Rest = async () => {}

/** The names of students, by our ids. */
export async function namesOf(
  db: Db,
  endings: readonly { studentId: string }[],
  rest = noRest,
): Promise<Map<string, string>> {
  const names = new Map<string, string>()
  for await (const piece of inTurns([...new Set(endings.map((each) => each.studentId))], rest))
    for (const row of await db.select().from(students).where(inArray(students.id, piece)))
      names.set(row.id, [row.givenName, row.familyName].filter(Boolean).join(' '))
  return names
}

/** How many of a class are in it now. */
export async function activeIn(
  db: Db,
  sectionIds: readonly string[],
  today: string,
  rest = noRest,
): Promise<Map<string, number>> {
  const counts = new Map<string, number>()
  for await (const piece of inTurns(sectionIds, rest, CLASSES_AT_ONCE))
    for (const row of await db
      .select({ sectionId: enrolments.sectionId })
      .from(enrolments)
      .where(
        and(
          inArray(enrolments.sectionId, piece),
          or(isNull(enrolments.lastDay), gt(enrolments.lastDay, today), eq(enrolments.lastDay, today)),
        ),
      ))
      counts.set(row.sectionId, (counts.get(row.sectionId) ?? 0) + 1)
  return counts
}

/** The titles of classes, by id. */
export async function titlesOf(db: Db, sectionIds: readonly string[], rest = noRest): Promise<Map<string, string>> {
  const titles = new Map<string, string>()
  for await (const piece of inTurns(sectionIds, rest))
    for (const row of await db
      .select({ id: sections.id, title: sections.title })
      .from(sections)
      .where(inArray(sections.id, piece)))
      titles.set(row.id, row.title)
  return titles
}
