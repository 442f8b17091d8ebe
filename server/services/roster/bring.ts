import { eq } from 'drizzle-orm'
import { dangling, type Roster } from '../../../core/formats/oneroster/roster'
import { sessionFaults } from '../../../core/formats/oneroster/sessions'
import { ownSpace, type Bringer } from '../../../core/roster/own-space'
import type { Db } from '../../database/client'
import { connections, runs, users } from '../../database/schema'
import { noting, type Reached } from '../connections'
import type { Person } from '../person'
import { Problem } from '../problem'
import type { Rest } from './rows'
import { failRosterRun, held, workRosterRun } from './run'

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
  { person, today, isWhole, worker, rest }: Pulling,
): Promise<void> {
  await working(db, runId, worker, async () => {
    const isOffice = person.role === 'registrar'
    const since = isOffice && !isWhole ? await rosterAt(db, reached.connectionId) : null
    const { roster, at } = await noting(db, reached, () =>
      reached.partner.roster({
        ...(isOffice || !person.sourcedId ? {} : { teacher: person.sourcedId }),
        ...(since === null ? {} : { since }),
        heard: saying(db, runId, worker),
      }),
    )
    const taught = taughtBy(roster, person)
    const scoped = isOffice ? roster : onlyClasses(roster, (id) => taught.has(id))
    if (since === null && scoped.classes.length === 0) throw nothingOfYours()
    if (since === null) {
      const broken = dangling(scoped)[0]
      if (broken) throw new Problem(502, 'partner-dangling', { field: broken.field, missing: broken.missing })
      const fault = sessionFaults(scoped.periods)[0]
      if (fault) throw new Problem(502, 'partner-calendar', { fault: fault.reason })
    }
    await workRosterRun(db, runId, scoped, { today, whole: isOffice, asksFirst: !isOffice, until: at }, rest, worker)
  })
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
  rest?: () => Promise<unknown>,
): Promise<void> {
  await working(db, runId, runId, async () => {
    const scoped = person.role === 'registrar' ? roster : ownSpace(roster, await bringer(db, person))
    const isEmpty = scoped.classes.length === 0 && scoped.modes.classes === 'bulk'
    if (isEmpty && person.role !== 'registrar') throw nothingOfYours()
    if (isEmpty) throw new Problem(422, 'no-classes')
    await workRosterRun(db, runId, scoped, { today, whole: person.role === 'registrar' }, rest)
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

function taughtBy(roster: Roster, person: Person): Set<string> {
  return new Set(
    roster.enrolments.flatMap((each) =>
      each.role === 'teacher' && each.person === person.sourcedId ? each.class : [],
    ),
  )
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
