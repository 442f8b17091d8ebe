import { and, eq } from 'drizzle-orm'
import type { SourceBaseline } from '../../../core/exchange/pull'
import type { Intake } from '../../../core/exchange/intake'
import { record } from '../../../core/records'
import { fullName, type ClassSnapshot } from '../../../core/section'
import type { Offer } from '../../../shared/intake'
import type { Db } from '../../database/client'
import { sourceBaseline, students, enrolments, users } from '../../database/schema'
import type { ClassCoursework, ClassroomApp } from '../../partners/classroom'
import { noting, type Reached } from '../connections'
import { Problem } from '../problem'
import { loadSnapshot } from '../snapshot'

/** A class and how it takes in coursework. */
export async function intakeOf(
  db: Db,
  sectionId: string,
): Promise<{ snapshot: ClassSnapshot; intake: Readonly<Intake> }> {
  const snapshot = await loadSnapshot(db, sectionId)
  return { snapshot, intake: record(snapshot.records, 'intake', sectionId) }
}

/**
 * The coursework of the class that this one is linked to. The link is the teacher's word, and no proof: the app has to say
 * that the class is theirs, or where it does not say whose a class is, most of its students have to be in this one.
 *
 * @throws Problem `not-linked`, `not-your-class`
 */
export async function courseworkOf(
  db: Db,
  app: Reached<ClassroomApp>,
  { snapshot, intake }: { snapshot: ClassSnapshot; intake: Readonly<Intake> },
  userId: string,
): Promise<ClassCoursework> {
  const { theirClassId } = intake
  if (!theirClassId) throw new Problem(409, 'not-linked')
  const teacherId = await teacherIdOf(db, userId)
  const own = teacherId ? await noting(db, app, () => app.partner.classIdsOf(teacherId)) : null
  if (own && !own.includes(theirClassId)) throw new Problem(403, 'not-your-class')
  const found = await noting(db, app, () => app.partner.coursework(theirClassId))
  if (!own && !isMostlyOurs(await studentsOf(db, snapshot, found.students), found.students))
    throw new Problem(403, 'not-your-class')
  return found
}

const isMostlyOurs = (matched: ReadonlyMap<string, string>, of: readonly unknown[]) => matched.size * 2 > of.length

/** The id by which other systems know a teacher. */
async function teacherIdOf(db: Db, userId: string): Promise<string | null> {
  const [user] = await db.select({ sourcedId: users.sourcedId }).from(users).where(eq(users.id, userId))
  return user?.sourcedId ?? null
}

/** Our students of a class by the ids that came with the roster; the classroom app has them from the same district. */
async function idsOf(db: Db, sectionId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectDistinct({ id: students.id, sourcedId: students.sourcedId })
    .from(students)
    .innerJoin(enrolments, eq(enrolments.studentId, students.id))
    .where(eq(enrolments.sectionId, sectionId))
  return new Map(rows.flatMap(({ id, sourcedId }) => (sourcedId ? [[sourcedId, id]] : [])))
}

/**
 * Which of the app's students is which of ours: by the id of the roster, else by a name that is one student's alone.
 *
 * @returns their ids to ours
 */
export async function studentsOf(
  db: Db,
  { section, students: ours }: ClassSnapshot,
  theirs: readonly { id: string; name: string }[],
): Promise<Map<string, string>> {
  const byId = await idsOf(db, section.id)
  const byName = new Map<string, string | null>()
  for (const each of ours) {
    const name = plain(fullName(each))
    byName.set(name, byName.has(name) ? null : each.id)
  }
  return new Map(
    theirs.flatMap(({ id, name }) => {
      const found = byId.get(id) ?? (name ? byName.get(plain(name)) : null)
      return found ? [[id, found] as const] : []
    }),
  )
}
const plain = (name: string) => name.normalize('NFC').toLocaleLowerCase().trim()

/** The classes of the app that this one may be: those with most of its students first, then by title. */
export async function offers(db: Db, app: Reached<ClassroomApp>, sectionId: string, userId: string): Promise<Offer[]> {
  const { snapshot } = await intakeOf(db, sectionId)
  const teacherId = await teacherIdOf(db, userId)
  const own = teacherId ? await noting(db, app, () => app.partner.classIdsOf(teacherId)) : null
  const classes = await noting(db, app, () => app.partner.classes(own ? teacherId : null))
  const found: Offer[] = []
  for (const { id, title, students: theirs } of classes) {
    const matched = await studentsOf(db, snapshot, theirs)
    // Where the app does not say whose a class is, nobody is shown who is in another's.
    if (!own && !isMostlyOurs(matched, theirs)) continue
    const unknown = theirs.filter((each) => !matched.has(each.id)).map((each) => each.name)
    found.push({ id, title, connectionId: app.connectionId, alike: matched.size, of: theirs.length, unknown })
  }
  const title = plain(snapshot.section.title)
  return found.sort(
    (a, b) =>
      b.alike - a.alike ||
      Number(plain(b.title) === title) - Number(plain(a.title) === title) ||
      a.title.localeCompare(b.title),
  )
}

/** What both sides held of what came from the app, by our ids. */
export async function readSource(db: Db, sectionId: string): Promise<Map<string, SourceBaseline>> {
  const rows = await db.select().from(sourceBaseline).where(eq(sourceBaseline.sectionId, sectionId))
  return new Map(rows.map(({ sectionId: _, id, link: __, ...row }) => [id, row]))
}

/** Which assignments of a class came from the app, with the address of each there. */
export async function sourcesOf(db: Db, sectionId: string): Promise<Record<string, string>> {
  const rows = await db
    .select({ id: sourceBaseline.id, link: sourceBaseline.link })
    .from(sourceBaseline)
    .where(and(eq(sourceBaseline.sectionId, sectionId), eq(sourceBaseline.type, 'assignment')))
  return Object.fromEntries(rows.map((row) => [row.id, row.link]))
}
