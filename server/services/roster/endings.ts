import { and, eq, gte, inArray, isNotNull, isNull, or } from 'drizzle-orm'
import type { Db } from '../../database/client'
import { enrolments, users } from '../../database/schema'
import type { RosterIds } from './ids'
import type { RosterInPieces } from './in-pieces'
import { CLASSES_AT_ONCE } from './names'
import { inTurns, type Rest } from './rows'

export interface RosterOptions {
  /** The civil date on which a vanished enrolment is noticed, and the day before, which becomes its last. */
  today: string
  before: string
  /** The roster is the whole district's: a teacher who is not in it has left. */
  whole?: boolean
  /** What is done between two pieces of work; left out, nothing. */
  rest?: Rest
}

/** An enrolment that a roster would end. */
export interface Ending {
  id: string
  sectionId: string
  studentId: string
  row: typeof enrolments.$inferSelect
}

/** What is asked what of it would end. */
interface Ended {
  db: Db
  roster: RosterInPieces
  options: RosterOptions
  ids: RosterIds
  rest: Rest
  /** Looks up the classes that the roster speaks of, whether it has them or not. */
  lookUpClasses(): Promise<void>
}

/** What the roster would end: what it no longer has of a class, or takes away. */
export async function endingsOf({ db, roster, options, ids, rest, lookUpClasses }: Ended): Promise<Ending[]> {
  const isActive = or(isNull(enrolments.lastDay), gte(enrolments.lastDay, options.today))
  const found = new Map<string, Ending>()
  const end = (row: typeof enrolments.$inferSelect) =>
    found.set(row.id, { id: row.id, sectionId: row.sectionId, studentId: row.studentId, row })
  const { modes, gone } = roster.head
  if (modes.enrolments === 'bulk') {
    await lookUpClasses()
    for await (const piece of inTurns([...ids.of.classes.values()], rest, CLASSES_AT_ONCE)) {
      const rows = await db
        .select()
        .from(enrolments)
        .where(and(inArray(enrolments.sectionId, piece), isNotNull(enrolments.sourcedId), isActive))
      const named = await roster.among(
        'enrolments',
        rows.map((row) => row.sourcedId!),
      )
      for (const row of rows) if (!named.has(row.sourcedId!)) end(row)
    }
  }
  for await (const piece of inTurns(
    gone.enrolments.map((each) => each.id),
    rest,
  ))
    for (const row of await db
      .select()
      .from(enrolments)
      .where(and(inArray(enrolments.sourcedId, piece), isActive)))
      end(row)
  return [...found.values()]
}

/** The teachers whom the roster would switch off, by name, and how many there are. */
export async function leaversOf({
  db,
  roster,
  options,
  rest,
}: Omit<Ended, 'ids' | 'lookUpClasses'>): Promise<{ names: string[]; of: number }> {
  const gone = new Set(roster.head.gone.people)
  const isWhole = (options.whole ?? false) && roster.head.modes.people === 'bulk'
  if (!isWhole && gone.size === 0) return { names: [], of: 0 }
  const rows = await db
    .select()
    .from(users)
    .where(and(eq(users.role, 'teacher'), eq(users.enabled, true)))
  const teachers = rows.filter((row) => row.sourcedId !== null)
  const leaving: typeof teachers = []
  for await (const piece of inTurns(teachers, rest)) {
    const named = await roster.among(
      'people',
      piece.map((each) => each.sourcedId!),
    )
    leaving.push(...piece.filter(({ sourcedId }) => gone.has(sourcedId!) || (isWhole && !named.has(sourcedId!))))
  }
  return {
    names: leaving.map((each) => [each.givenName, each.familyName].filter(Boolean).join(' ')),
    of: teachers.length,
  }
}
