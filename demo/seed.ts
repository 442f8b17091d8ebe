import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { eq } from 'drizzle-orm'
import type { Act } from '../core/acts/act'
import { daysAfter } from '../core/calendar/date'
import { rosterFromRest, type RosterEntities } from '../core/formats/oneroster/rest'
import type { ClassSnapshot } from '../core/section'
import { applyMigrations, openDb, type Db } from '../server/database/client'
import { readMigrations } from '../server/database/migrations'
import { courses, orgs, periods, sections, sectionTeachers, users } from '../server/database/schema'
import { sentenceOf } from '../server/database/start-faults'
import type { ActResult } from '../shared/class'
import { takeActs, takeTogether } from '../server/services/acts'
import { districtScope, userScope } from '../server/services/scopes'
import { hashOf } from '../server/services/passwords'
import { applyRoster } from '../server/services/roster/apply'
import { setPassword } from '../server/services/sign-in'
import { loadSnapshot } from '../server/services/snapshot'
import { advisoryActs } from './advisory'
import { classroomReceipts } from './classroom'
import { bankAct, ownBankAct, starsAct } from './bank'
import { overnightFramework } from './framework'
import { gradeThreeActs } from './grade-three'
import { published } from './published'
import { standardsAct } from './standards'
import { tidePoolActs } from './tide-pool'
import {
  demoToday,
  district,
  overnight,
  registrarEmail,
  secondTeacherEmail,
  teacherEmail,
  wideClass,
  withMoves,
} from './district'
import { earthSystemsActs, wideActs } from './gradebook'
import { mapmakingActs } from './mapmaking'
import { lastYear, policyAct } from './last-year'

/** The one password of everybody in the demo. */
export const demoPassword = 'low tide at noon'

const { values: args } = parseArgs({
  options: { data: { type: 'string' }, standins: { type: 'string' }, wide: { type: 'string' } },
})

const classes: Record<string, (snapshot: ClassSnapshot, hour: string) => Act[]> = {
  ES7: earthSystemsActs,
  MAP: mapmakingActs,
  TPE: tidePoolActs,
  ADV: advisoryActs,
  G3: gradeThreeActs,
}

async function main(): Promise<void> {
  const handle = await openDb({ databaseUrl: process.env.DATABASE_URL, dataDir: args.data ?? '.data/demo/records' })
  const folder = join(dirname(fileURLToPath(import.meta.url)), 'migrations')
  await applyMigrations(handle.db, await readMigrations(async (path) => readFileSync(join(folder, path), 'utf8')))
  const [students, columns, standards] = (args.wide ?? '').split('x').map(Number)
  const roster = students ? wideClass(students) : withMoves(district())
  await handle.db.transaction(async (tx) => {
    await applyRoster(tx, rosterFromRest(roster), { today: demoToday, before: daysAfter(demoToday, -1) })
    const officeId = randomUUID()
    await tx.insert(users).values({
      id: officeId,
      role: 'registrar',
      email: registrarEmail,
      givenName: 'Perpetua',
      familyName: 'Nyström',
      passwordHash: await hashOf(demoPassword),
    })
    await seedCurriculum(tx, officeId)
    for (const email of [teacherEmail, secondTeacherEmail]) await setPassword(tx, email, demoPassword)
  })
  const rows = await handle.db
    .select({ id: sections.id, hour: sections.meets, userId: sectionTeachers.userId, code: courses.code })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .innerJoin(courses, eq(courses.id, sections.courseId))
  for (const { id, hour, userId, code } of rows) {
    const made = classes[code]
    if (!made) continue
    const snapshot = await loadSnapshot(handle.db, id)
    // In the order of their days, as a teacher did them.
    const acts = (columns ? wideActs(snapshot, columns, standards) : made(snapshot, hour)).toSorted((a, b) =>
      a.at.localeCompare(b.at),
    )
    wholly(await takeActs(handle.db, id, userId, acts, { now: new Date(`${demoToday}T06:00:00Z`) }))
  }
  if (!columns) await seedOffice(handle.db)
  if (!columns) await seedBanks(handle.db)
  await handle.close()
  if (args.standins) giveToStandins(args.standins, overnight(roster))
}

async function seedCurriculum(tx: Db, officeId: string): Promise<void> {
  await takeTogether(tx, officeId, [{ scope: districtScope, act: bankAct() }])
  const rows = await tx.select({ id: courses.id, sourcedId: courses.sourcedId }).from(courses)
  const ids = new Map(rows.map((row) => [row.sourcedId ?? '', row.id]))
  if (!ids.has('c-map')) return
  await takeTogether(tx, officeId, [{ scope: districtScope, act: standardsAct(ids) }])
}

/** What teachers have of their own beside the district's bank. */
async function seedBanks(db: Db): Promise<void> {
  for (const [email, acts] of [
    [teacherEmail, [ownBankAct(), starsAct()]],
    [secondTeacherEmail, [starsAct()]],
  ] as const) {
    const [user] = await db.select().from(users).where(eq(users.email, email))
    for (const act of acts) await takeTogether(db, user!.id, [{ scope: userScope(user!.id), act }])
  }
}

/** What the district's office fixes, and a class of last year whose plan can be copied. */
async function seedOffice(db: Db): Promise<void> {
  const [office] = await db.select().from(users).where(eq(users.email, registrarEmail))
  const [teacher] = await db.select().from(users).where(eq(users.email, teacherEmail))
  const [course] = await db.select().from(courses).where(eq(courses.sourcedId, 'c-earth'))
  const [school] = await db.select().from(orgs).where(eq(orgs.kind, 'school')).orderBy(orgs.name).limit(1)
  const at = new Date(`${demoToday}T05:00:00Z`)
  await takeTogether(db, office!.id, [{ scope: districtScope, act: policyAct() }], { now: at })
  const { periods: lastPeriods, section, acts } = lastYear(course!.id, school!.id)
  await db.insert(periods).values(lastPeriods)
  await db.insert(sections).values(section)
  await db.insert(sectionTeachers).values({ sectionId: section.id, userId: teacher!.id })
  wholly(await takeActs(db, section.id, teacher!.id, acts, { now: at }))
}

/** A world of which a part was not taken is not the demo's. */
function wholly(results: readonly ActResult[]): void {
  const lacking = results.find(
    (each) => !('outcomes' in each) || each.outcomes.some((outcome) => outcome.done !== 'applied'),
  )
  if (lacking) throw new Error(`The demo is not taken as it is: ${JSON.stringify(lacking).slice(0, 400)}`)
}

function giveToStandins(folder: string, roster: RosterEntities): void {
  for (const name of ['sis', 'classroom']) {
    mkdirSync(join(folder, name), { recursive: true })
    writeFileSync(join(folder, name, 'roster.json'), JSON.stringify(published(roster)))
  }
  const receipts = classroomReceipts(roster).map((each) => JSON.stringify(each))
  writeFileSync(join(folder, 'classroom', 'received.jsonl'), receipts.map((line) => `${line}\n`).join(''))
  writeFileSync(join(folder, 'sis', 'standards.json'), JSON.stringify(overnightFramework()))
}

try {
  await main()
} catch (error) {
  console.error(sentenceOf(error))
  process.exit(1)
}
