import { and, count, inArray, isNotNull, or } from 'drizzle-orm'
import type { RosterFindings } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { cells } from '../../database/schema'
import type { RosterChanges } from './apply'
import { namesOf, titlesOf } from './names'
import type { RosterStep, Row } from './rows'

type Change = NonNullable<RosterFindings['people']>[number]

/** Somebody's place in a class, as a roster would begin, end or give it to another. */
interface Place {
  what: 'joined' | 'left' | 'merged'
  sectionId: string
  /** Whose it is, or was. */
  studentId: string
  /** Whose it becomes, where two are one. */
  nextId: string
}

/**
 * Who would come, go, move, be called otherwise or become one with another, by name, with how many scores each has where
 * they leave. Nothing is written.
 *
 * @param changes of a roster, which are made for this alone
 */
export async function outlookOf(db: Db, changes: RosterChanges): Promise<Change[]> {
  const found: Change[] = []
  const places: Place[] = []
  const called = new Map<string, string>()
  for await (const step of changes.steps()) {
    for (const { id, after } of step.changes) if (after && isNamed(step)) called.set(id, titled(after))
    found.push(...renamedIn(step))
    places.push(...placesIn(step, changes.options.today))
  }
  const nameOf = await namer(db, called, places)
  const scores = await scoresOf(db, places)
  const joining = places.filter(({ what }) => what === 'joined')
  for (const { what, sectionId, studentId, nextId } of places.filter((each) => each.what !== 'joined')) {
    const next = what === 'left' ? joining.findIndex((each) => each.studentId === studentId) : -1
    const [to] = next < 0 ? [] : joining.splice(next, 1)
    found.push({
      what: to ? 'moved' : what === 'left' ? 'left' : 'merged',
      name: nameOf.student(studentId),
      from: nameOf.class(sectionId),
      to: to ? nameOf.class(to.sectionId) : what === 'merged' ? nameOf.student(nextId) : '',
      scores: scores.get(`${studentId}/${sectionId}`) ?? 0,
    })
  }
  for (const { studentId, sectionId } of joining)
    found.push({
      what: 'joined',
      name: nameOf.student(studentId),
      from: '',
      to: nameOf.class(sectionId),
      scores: 0,
    })
  return found
}

/** Whether a step is of what is called by a name here. */
const isNamed = ({ part }: RosterStep) => part === 'students' || part === 'classes'
const titled = (row: Row) => (row.title === undefined ? fullName(row) : String(row.title))
const fullName = (row: Row) => [row.givenName, row.familyName].filter(Boolean).join(' ')

function renamedIn({ part, changes }: RosterStep): Change[] {
  if (part !== 'students') return []
  return changes.flatMap(({ before, after }) =>
    before && after && fullName(before) !== fullName(after)
      ? [{ what: 'renamed', name: fullName(before), from: '', to: fullName(after), scores: 0 }]
      : [],
  )
}

function placesIn({ part, changes }: RosterStep, today: string): Place[] {
  if (part !== 'enrolments') return []
  const isOpen = (row: Row) => row.lastDay === null || String(row.lastDay) >= today
  return changes.flatMap(({ before, after }): Place[] => {
    const row = (after ?? before)!
    const [sectionId, nextId] = [String(row.sectionId), String(row.studentId)]
    const place = { sectionId, studentId: String((before ?? row).studentId), nextId }
    if (place.studentId !== nextId) return [{ what: 'merged', ...place }]
    const [was, is] = [before !== null && isOpen(before), after !== null && isOpen(after)]
    return was === is ? [] : [{ what: is ? 'joined' : 'left', ...place }]
  })
}

/** What students and classes are called: as the roster calls them, else as they are here. */
async function namer(db: Db, called: ReadonlyMap<string, string>, places: readonly Place[]) {
  const names = await namesOf(
    db,
    places.flatMap(({ studentId, nextId }) => [{ studentId }, { studentId: nextId }]),
  )
  const titles = await titlesOf(
    db,
    places.map((each) => each.sectionId),
  )
  return {
    student: (id: string) => called.get(id) ?? names.get(id) ?? '',
    class: (id: string) => called.get(id) ?? titles.get(id) ?? '',
  }
}

/** How many scores each has in the class that they leave, by `student/class`. */
async function scoresOf(db: Db, places: readonly Place[]): Promise<Map<string, number>> {
  const leaving = places.filter(({ what }) => what !== 'joined')
  if (leaving.length === 0) return new Map()
  const rows = await db
    .select({ studentId: cells.studentId, sectionId: cells.sectionId, scores: count() })
    .from(cells)
    .where(
      and(
        inArray(
          cells.studentId,
          leaving.map((each) => each.studentId),
        ),
        or(isNotNull(cells.points), isNotNull(cells.percent), isNotNull(cells.label), isNotNull(cells.level)),
      ),
    )
    .groupBy(cells.studentId, cells.sectionId)
  return new Map(rows.map((row) => [`${row.studentId}/${row.sectionId}`, Number(row.scores)]))
}
