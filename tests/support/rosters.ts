import { eq } from 'drizzle-orm'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import type { Roster } from '#core/formats/oneroster/roster'
import type { DbHandle } from '../../server/database/client'
import { users } from '../../server/database/schema'
import type { Person } from '../../server/services/person'
import { importRoster } from '../../server/services/roster/bring'
import { workRoster } from '../../server/services/roster/job'
import { beginRosterRun, goOnWithRosterRun } from '../../server/services/roster/run'
import { readRosterRun } from '../../server/services/roster/run-reading'
import { loadSnapshot } from '../../server/services/snapshot'
import { todayOf } from '../../server/services/today'
import { demoToday, district, withMoves } from '../../demo/district'
import { emptyRecords } from './database'
import { withDistrict } from './world'

/** The demo's district with its office and two of its teachers, and a class of the first. */
export interface RosterRoom {
  handle: DbHandle
  sectionId: string
  okafor: Person
  varga: Person
}

/** What is done with rosters in such a district, which is made by the first of it, `begin`. */
export function withRosters(room: RosterRoom) {
  const registrar: Person = { id: 'office', role: 'registrar', sourcedId: null }
  const roster = (): Roster => rosterFromRest(structuredClone(withMoves(district())))
  const userOf = async (sourcedId: string) =>
    (await room.handle.db.select().from(users).where(eq(users.sourcedId, sourcedId)))[0]!
  const personOf = async (sourcedId: string): Promise<Person> => {
    const { id, role } = await userOf(sourcedId)
    return { id, role, sourcedId }
  }
  /** Brings a roster and gives the run that it came to. */
  async function bring(file: Roster, person: Person) {
    const runId = await beginRosterRun(room.handle.db, person, 'import')
    await importRoster(room.handle.db, file, person, runId, demoToday)
    return readRosterRun(room.handle.db, runId)
  }
  const reachNobody = () => Promise.reject(new Error('What is kept has to be enough.'))
  /** Says yes to a run that asked, and works on it as the queue does. */
  async function goOn(runId: string) {
    await goOnWithRosterRun(room.handle.db, runId)
    await workRoster(room.handle.db, runId, { reach: reachNobody, today: demoToday })
  }
  /** Brings a roster, and says yes where it asks. */
  async function bringAll(file: Roster, person: Person) {
    const run = await bring(file, person)
    if (run.state !== 'asking') return run
    await goOn(run.id)
    return readRosterRun(room.handle.db, run.id)
  }
  /** Everything that a teacher sees, as far as a roster can move it. */
  async function viewOf({ id }: Person) {
    const classes = await todayOf(room.handle.db, id, demoToday)
    const snapshots = []
    for (const each of classes) snapshots.push(await loadSnapshot(room.handle.db, each.id))
    return { classes, snapshots, user: (await room.handle.db.select().from(users).where(eq(users.id, id)))[0] }
  }

  async function begin(): Promise<void> {
    room.handle = await emptyRecords()
    room.sectionId = (await withDistrict(room.handle.db, withMoves(district()))).sectionId
    ;[room.okafor, room.varga] = [await personOf('t-okafor'), await personOf('t-varga')]
    await room.handle.db
      .insert(users)
      .values({ id: registrar.id, role: 'registrar', email: 'office@x.example', givenName: 'A', familyName: 'B' })
  }

  return { begin, registrar, roster, userOf, personOf, bring, reachNobody, goOn, bringAll, viewOf }
}
