import { inArray } from 'drizzle-orm'
import type { RosterRowChange } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { sectionTeachers } from '../../database/schema'
import type { RosterIds } from './ids'
import { allOf, type RosterInPieces } from './in-pieces'
import { inTurns, teachingId, type Rest, type RosterStep } from './rows'

/** What is known once the classes and the people of a roster are compared. */
interface Teaching {
  db: Db
  roster: RosterInPieces
  ids: RosterIds
  rest: Rest
  /** Who teaches what, by the sender's ids. */
  taught: readonly { class: string; person: string }[]
}

/** A class is taught by those whom the roster names and, where it names all, by nobody else. */
export async function* teachingSteps({ db, roster, ids, rest, taught }: Teaching): AsyncGenerator<RosterStep> {
  const { modes, gone, taughtBy } = roster.head
  const spokenOf = [...taught, ...gone.enrolments]
  await ids.known(
    'classes',
    spokenOf.map((each) => each.class),
  )
  await ids.known(
    'teachers',
    spokenOf.map((each) => each.person),
  )
  const pair = (classId: string, userId: string | undefined) => {
    const sectionId = ids.of.classes.get(classId)
    return sectionId && userId ? { sectionId, userId } : null
  }
  const pairs = taughtBy
    ? (await allOf(roster, 'classes')).map((each) => pair(each.id, taughtBy))
    : taught.map((each) => pair(each.class, ids.of.teachers.get(each.person)))
  const desired = new Map(pairs.flatMap((each) => (each ? [[teachingId(each), each] as const] : [])))
  const removed = new Set(
    gone.enrolments.flatMap((each) => {
      const found = pair(each.class, ids.of.teachers.get(each.person))
      return found ? teachingId(found) : []
    }),
  )
  const isWhole = taughtBy !== undefined || modes.enrolments === 'bulk'
  const changes: RosterRowChange[] = []
  const present = new Set<string>()
  for await (const piece of inTurns([...ids.of.classes.values()], rest))
    for (const row of await db.select().from(sectionTeachers).where(inArray(sectionTeachers.sectionId, piece))) {
      const id = teachingId(row)
      present.add(id)
      if (!desired.has(id) && (isWhole || removed.has(id))) changes.push({ id, name: '', before: row, after: null })
    }
  for (const [id, after] of desired) if (!present.has(id)) changes.push({ id, name: '', before: null, after })
  for await (const piece of inTurns(changes, rest)) yield { part: 'teaching', changes: piece }
}
