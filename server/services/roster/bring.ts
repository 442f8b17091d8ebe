import { setImmediate } from 'node:timers/promises'
import { eq } from 'drizzle-orm'
import type { Roster } from '../../../core/formats/oneroster/roster'
import { sessionFaults } from '../../../core/formats/oneroster/sessions'
import { ownSpace, type Bringer } from '../../../core/roster/own-space'
import type { Db } from '../../database/client'
import { connections, runs, users } from '../../database/schema'
import { noting, type Reached } from '../connections'
import type { Person } from '../person'
import { Problem } from '../problem'
import type { Rest } from './rows'
import { allOf, type RosterInPieces } from './in-pieces'
import { failRosterRun, held, keepRoster, workRosterRun } from './run'
import { firstDangling, letGo, stage, staged } from './staged'

const nothingOfYours = () => new Problem(422, 'no-classes-of-yours')

/** How often a run that reads says how far it is. */
const SAY_MS = 1000

export interface Pulling {
  person: Person
  today: string
  /** Everything is read, and what is gone ends; else only what changed, as far as the partner says so. */
  isWhole: boolean
  worker: string
  rest?: Rest
}

/**
 * Pulls the roster from the district into a run: all of it, or what changed since the last, for a registrar; a teacher's own
 * classes for a teacher. The district says who teaches what.
 */
export async function pullRoster(
  db: Db,
  reached: Reached,
  runId: string,
  { person, today, isWhole, worker, rest = setImmediate }: Pulling,
): Promise<void> {
  await working(db, runId, worker, async () => {
    const isOffice = person.role === 'registrar'
    const since = isOffice && !isWhole ? await rosterAt(db, reached.connectionId) : null
    // What an end in the middle of reading has left is read anew.
    await letGo(db, [runId])
    const heard = saying(db, runId, worker)
    const { roster, at } = await noting(db, reached, () =>
      reached.partner.roster(
        isOffice
          ? { ...(since === null ? {} : { since }), heard, take: (things) => stage(db, runId, things, rest) }
          : { ...(person.sourcedId ? { teacher: person.sourcedId } : {}), heard },
      ),
    )
    const scoped = isOffice ? roster : ofTeacher(roster, person)
    await stage(db, runId, scoped, rest)
    if (since === null) await mustHold(staged(db, runId, scoped, rest))
    await keepRoster(db, runId, scoped, { today, whole: isOffice, asksFirst: !isOffice, until: at })
    await workRosterRun(db, runId, rest, worker)
  })
}

/** @throws Problem what is wrong with a roster that is to be whole in itself */
async function mustHold(roster: RosterInPieces): Promise<void> {
  let classes = 0
  for await (const piece of roster.pieces('classes')) classes += piece.length
  if (classes === 0) throw nothingOfYours()
  const broken = await firstDangling(roster)
  if (broken) throw new Problem(502, 'partner-dangling', { field: broken.field, missing: broken.missing })
  const fault = sessionFaults(await allOf(roster, 'periods'))[0]
  if (fault) throw new Problem(502, 'partner-calendar', { fault: fault.reason })
}

async function rosterAt(db: Db, connectionId: string): Promise<string | null> {
  const [row] = await db.select({ at: connections.rosterAt }).from(connections).where(eq(connections.id, connectionId))
  return row?.at ?? null
}

/** Writes down how far the reading is, now and then. @throws Problem `not-waiting` once the run is stopped or another's */
function saying(db: Db, runId: string, worker: string) {
  let said = 0
  return async (done: number, total: number) => {
    if (Date.now() - said < SAY_MS) return
    said = Date.now()
    const [goesOn] = await db
      .update(runs)
      .set({ aliveAt: new Date(), done, total })
      .where(held(runId, worker))
      .returning({ id: runs.id })
    if (!goesOn) throw new Problem(409, 'not-waiting')
  }
}

/**
 * Takes a roster from files into a run. A registrar's file is the district's; a teacher's reaches no further than the
 * teacher's own space (core/roster/own-space), for a file is no proof of who teaches what.
 */
export async function importRoster(
  db: Db,
  roster: Roster,
  person: Person,
  runId: string,
  today: string,
  rest: Rest = setImmediate,
): Promise<void> {
  await working(db, runId, runId, async () => {
    const scoped = person.role === 'registrar' ? roster : ownSpace(roster, await bringer(db, person))
    const isEmpty = scoped.classes.length === 0 && scoped.modes.classes === 'bulk'
    if (isEmpty && person.role !== 'registrar') throw nothingOfYours()
    if (isEmpty) throw new Problem(422, 'no-classes')
    await stage(db, runId, scoped, rest)
    await keepRoster(db, runId, scoped, { today, whole: person.role === 'registrar' })
    await workRosterRun(db, runId, rest)
  })
}

/** Works on a run; what goes wrong is written down with it. */
async function working(db: Db, runId: string, worker: string, work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (error) {
    await failRosterRun(db, runId, error, worker)
    if (!(error instanceof Problem)) throw error
  }
}

async function bringer(db: Db, person: Person): Promise<Bringer> {
  const [user] = await db.select({ email: users.email }).from(users).where(eq(users.id, person.id))
  return { id: person.id, sourcedId: person.sourcedId, email: user?.email ?? null }
}

/** What of a roster is a teacher's own. */
function ofTeacher(roster: Roster, person: Person): Roster {
  const taught = new Set(
    roster.enrolments.flatMap((each) =>
      each.role === 'teacher' && each.person === person.sourcedId ? each.class : [],
    ),
  )
  return onlyClasses(roster, (id) => taught.has(id))
}

/** The part of a roster that belongs to some classes: what a teacher's own pull may touch. */
export function onlyClasses(roster: Roster, desired: (classId: string) => boolean): Roster {
  const classes = roster.classes.filter((each) => desired(each.id))
  const kept = new Set(classes.map((each) => each.id))
  const enrolled = roster.enrolments.filter((each) => kept.has(each.class))
  const people = new Set(enrolled.map((each) => each.person))
  const taught = new Set(classes.map((each) => each.course))
  return {
    ...roster,
    classes,
    courses: roster.courses.filter((each) => taught.has(each.id)),
    enrolments: enrolled,
    people: roster.people.filter((each) => people.has(each.id)),
    // Who left the district is the office's to say.
    gone: { enrolments: roster.gone.enrolments.filter((each) => kept.has(each.class)), people: [] },
  }
}
