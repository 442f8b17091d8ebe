import { randomUUID } from 'node:crypto'
import { and, eq, gt, gte, inArray, isNotNull, isNull, or } from 'drizzle-orm'
import { same } from '../../../core/same'
import { rosterKinds, type Roster, type RosterKind } from '../../../core/formats/oneroster/roster'
import type { RosterFindings, RosterRowChange, RosterSummary } from '../../../shared/exchange'
import type { Db } from '../../database/client'
import { enrolments, sections, sectionTeachers, students, users } from '../../database/schema'
import { Problem } from '../problem'
import { planTeachers } from './people'
import { inTurns, tables, teachingId, writeStep, type Rest, type RosterStep, type Row, type SourcedTable } from './rows'

export interface RosterOptions {
  /** The civil date on which a vanished enrolment is noticed, and the day before, which becomes its last. */
  today: string
  before: string
  /** The roster is the whole district's: a teacher who is not in it has left. */
  whole?: boolean
  /** What is done between two pieces of work; left out, nothing. */
  rest?: Rest
}

/** Each has some dozens of enrolments. */
const CLASSES_AT_ONCE = 40

const noRest: Rest = async () => {}

/** An enrolment that a roster would end. */
export interface Ending {
  id: string
  sectionId: string
  studentId: string
  row: typeof enrolments.$inferSelect
}

/** Things that others speak of by the sender's id; teachers and students are kept apart, as they are here. */
type IdKind = Exclude<RosterKind, 'people'> | 'teachers' | 'students'

const emptyPart = () => ({ added: 0, changed: 0, same: 0 })
const emptySummary = (): RosterSummary => ({
  orgs: emptyPart(),
  periods: emptyPart(),
  courses: emptyPart(),
  classes: emptyPart(),
  teachers: emptyPart(),
  students: emptyPart(),
  enrolments: emptyPart(),
  ended: 0,
})

/**
 * Lays a roster over what is here: adds what is new, changes what differs, ends enrolments that are gone. Nothing is
 * removed, so no score is ever lost.
 *
 * It says what it would do step by step, some hundred rows at a time, and looks at what is there just before each: who
 * takes a step writes it before asking for the next.
 */
export class RosterChanges {
  readonly summary = emptySummary()
  readonly listed: NonNullable<RosterFindings['listed']> = []
  /** The classes whose pages show something else now; null once it may be any. */
  touched: Set<string> | null = new Set()
  private ids: Readonly<Record<IdKind, Map<string, string>>> = {
    orgs: new Map(),
    periods: new Map(),
    courses: new Map(),
    classes: new Map(),
    teachers: new Map(),
    students: new Map(),
    enrolments: new Map(),
  }

  private roster: Roster
  private rest: Rest

  constructor(
    private db: Db,
    roster: Roster,
    private options: RosterOptions,
  ) {
    // A partner that sends a thing on two pages means the later one.
    const once = rosterKinds.map((kind) => [kind, [...new Map(roster[kind].map((each) => [each.id, each])).values()]])
    this.roster = { ...roster, ...Object.fromEntries(once) }
    this.rest = options.rest ?? noRest
  }

  async *steps(): AsyncGenerator<RosterStep> {
    const { roster } = this
    await this.known(
      'orgs',
      tables.orgs,
      roster.orgs.flatMap((each) => each.parent ?? []),
    )
    yield* this.part('orgs', roster.orgs, (each) => ({
      name: each.name,
      kind: each.kind,
      parentId: this.idOf('orgs', each.parent),
    }))
    await this.known(
      'periods',
      tables.periods,
      roster.periods.flatMap((each) => each.parent ?? []),
    )
    yield* this.part('periods', roster.periods, (each) => ({
      kind: each.kind,
      title: each.title,
      firstDay: each.firstDay,
      lastDay: each.lastDay,
      parentId: this.idOf('periods', each.parent),
    }))
    yield* this.part('courses', roster.courses, ({ title, code }) => ({ title, code }))
    yield* this.classes()
    yield* this.people()
    yield* this.enrolments()
    yield* this.teaching()
    yield* this.endings()
  }

  /** What the roster would end: what it no longer has of a class, or takes away. */
  async toEnd(): Promise<Ending[]> {
    const { roster, options } = this
    const isActive = or(isNull(enrolments.lastDay), gte(enrolments.lastDay, options.today))
    const found = new Map<string, Ending>()
    const end = (row: typeof enrolments.$inferSelect) =>
      found.set(row.id, { id: row.id, sectionId: row.sectionId, studentId: row.studentId, row })
    if (roster.modes.enrolments === 'bulk') {
      const named = new Set(roster.enrolments.map((each) => each.id))
      await this.known('classes', tables.classes, this.classesSpokenOf())
      for await (const piece of inTurns([...this.ids.classes.values()], this.rest, CLASSES_AT_ONCE))
        for (const row of await this.db
          .select()
          .from(enrolments)
          .where(and(inArray(enrolments.sectionId, piece), isNotNull(enrolments.sourcedId), isActive)))
          if (!named.has(row.sourcedId!)) end(row)
    }
    for await (const piece of inTurns(
      roster.gone.enrolments.map((each) => each.id),
      this.rest,
    ))
      for (const row of await this.db
        .select()
        .from(enrolments)
        .where(and(inArray(enrolments.sourcedId, piece), isActive)))
        end(row)
    return [...found.values()]
  }

  /** The teachers whom the roster would switch off, by name, and how many there are. */
  async toLeave(): Promise<{ names: string[]; of: number }> {
    const { db, roster, options } = this
    const gone = new Set(roster.gone.people)
    const named = new Set(roster.people.map((each) => each.id))
    const isWhole = (options.whole ?? false) && roster.modes.people === 'bulk'
    if (!isWhole && gone.size === 0) return { names: [], of: 0 }
    const rows = await db
      .select()
      .from(users)
      .where(and(eq(users.role, 'teacher'), eq(users.enabled, true)))
    const teachers = rows.filter((row) => row.sourcedId !== null)
    const leaving = teachers.filter(({ sourcedId }) => gone.has(sourcedId!) || (isWhole && !named.has(sourcedId!)))
    return {
      names: leaving.map((each) => [each.givenName, each.familyName].filter(Boolean).join(' ')),
      of: teachers.length,
    }
  }

  private async *classes(): AsyncGenerator<RosterStep> {
    const { roster } = this
    await this.known(
      'courses',
      tables.courses,
      roster.classes.map((each) => each.course),
    )
    await this.known(
      'orgs',
      tables.orgs,
      roster.classes.map((each) => each.school),
    )
    await this.known(
      'periods',
      tables.periods,
      roster.classes.flatMap((each) => each.terms),
    )
    yield* this.part('classes', roster.classes, (each) => ({
      title: each.title,
      meets: each.meets,
      courseId: this.need('classes', each.id, 'courses', each.course),
      schoolId: this.need('classes', each.id, 'orgs', each.school),
      termIds: each.terms.map((term) => this.need('classes', each.id, 'periods', term)),
    }))
  }

  private async *people(): AsyncGenerator<RosterStep> {
    const { db, roster, options } = this
    const people = await this.withRoles()
    const teachers = people.filter((each) => each.role === 'teacher')
    const plan = await planTeachers(
      db,
      teachers,
      { whole: (options.whole ?? false) && roster.modes.people === 'bulk', gone: new Set(roster.gone.people) },
      randomUUID,
      this.rest,
    )
    this.listed.push(...plan.listed)
    this.summary.teachers.same += plan.same
    for (const [id, ours] of plan.ids) this.ids.teachers.set(id, ours)
    for (const step of plan.steps) {
      for (const { before } of step.changes) this.summary.teachers[before ? 'changed' : 'added']++
      yield step
      await this.rest()
    }
    const pupils = people.filter((each) => each.role === 'student')
    yield* this.part('students', pupils, ({ givenName, familyName, pronouns }) => ({ givenName, familyName, pronouns }))
  }

  /** People whose role the files do not say have the one that they have here. */
  private async withRoles(): Promise<Roster['people']> {
    const { db, roster } = this
    const open = roster.people.filter((each) => each.role === null).map((each) => each.id)
    const roles = new Map<string, 'teacher' | 'student'>()
    for await (const piece of inTurns(open, this.rest)) {
      for (const row of await db.select().from(users).where(inArray(users.sourcedId, piece)))
        roles.set(row.sourcedId!, 'teacher')
      for (const row of await db.select().from(students).where(inArray(students.sourcedId, piece)))
        roles.set(row.sourcedId!, 'student')
    }
    return roster.people.flatMap((each) => {
      const role = each.role ?? roles.get(each.id)
      if (role) return { ...each, role }
      this.listed.push({ code: 'no-role', name: [each.givenName, each.familyName].filter(Boolean).join(' ') })
      return []
    })
  }

  private async *enrolments(): AsyncGenerator<RosterStep> {
    const { roster, options } = this
    const list = roster.enrolments.filter((each) => each.role === 'student')
    await this.known('classes', tables.classes, this.classesSpokenOf())
    await this.known(
      'students',
      tables.students,
      list.map((each) => each.person),
    )
    const firstDays = new Map(roster.periods.map((each) => [each.id, each.firstDay]))
    const begins = new Map(
      roster.classes.map((each) => [
        each.id,
        each.terms.flatMap((term) => firstDays.get(term) ?? []).sort()[0] ?? options.today,
      ]),
    )
    const names = new Map(roster.people.map((each) => [each.id, [each.givenName, each.familyName].join(' ').trim()]))
    yield* this.part(
      'enrolments',
      // Somebody who is no student here is in no class as one.
      list.filter((each) => this.ids.students.has(each.person)),
      (each, before) => ({
        sectionId: this.need('enrolments', each.id, 'classes', each.class),
        studentId: this.ids.students.get(each.person)!,
        firstDay: each.firstDay ?? before?.firstDay ?? begins.get(each.class) ?? options.today,
        lastDay: each.lastDay,
      }),
      (each) => names.get(each.person) ?? '',
    )
  }

  /** A class is taught by those whom the roster names and, where it names all, by nobody else. */
  private async *teaching(): AsyncGenerator<RosterStep> {
    const { db, roster } = this
    const desired = new Map<string, { sectionId: string; userId: string }>()
    const pair = (classId: string, userId: string | undefined) => {
      const sectionId = this.ids.classes.get(classId)
      return sectionId && userId ? { sectionId, userId } : null
    }
    const teach = roster.enrolments.filter((each) => each.role === 'teacher')
    await this.known(
      'teachers',
      tables.teachers,
      [...teach, ...roster.gone.enrolments].map((each) => each.person),
    )
    const pairs = roster.taughtBy
      ? roster.classes.map((each) => pair(each.id, roster.taughtBy))
      : teach.map((each) => pair(each.class, this.ids.teachers.get(each.person)))
    for (const each of pairs) if (each) desired.set(teachingId(each), each)
    const removed = new Set(
      roster.gone.enrolments.flatMap((each) => {
        const found = pair(each.class, this.ids.teachers.get(each.person))
        return found ? teachingId(found) : []
      }),
    )
    const whole = roster.taughtBy !== undefined || roster.modes.enrolments === 'bulk'
    const changes: RosterRowChange[] = []
    const present = new Set<string>()
    for await (const piece of inTurns([...this.ids.classes.values()], this.rest))
      for (const row of await db.select().from(sectionTeachers).where(inArray(sectionTeachers.sectionId, piece))) {
        const id = teachingId(row)
        present.add(id)
        if (desired.has(id) ? false : whole || removed.has(id)) changes.push({ id, name: '', before: row, after: null })
      }
    for (const [id, after] of desired) if (!present.has(id)) changes.push({ id, name: '', before: null, after })
    for (const { before, after } of changes) this.touched?.add(String((after ?? before)!.sectionId))
    for await (const piece of inTurns(changes, this.rest)) yield { part: 'teaching', changes: piece }
  }

  private async *endings(): AsyncGenerator<RosterStep> {
    const endings = await this.toEnd()
    const names = await namesOf(this.db, endings, this.rest)
    this.summary.ended = endings.length
    for await (const piece of inTurns(endings, this.rest)) {
      for (const each of piece) this.touched?.add(each.sectionId)
      yield {
        part: 'enrolments',
        changes: piece.map(({ id, studentId, row }) => ({
          id,
          name: names.get(studentId) ?? '',
          before: { ...row },
          after: { ...row, lastDay: this.options.before },
        })),
      }
    }
  }

  private classesSpokenOf(): string[] {
    const { roster } = this
    return [...roster.classes.map((each) => each.id), ...roster.enrolments.map((each) => each.class)].concat(
      roster.gone.enrolments.map((each) => each.class),
    )
  }

  /**
   * The changes that make a part say what the roster says.
   *
   * @param rowOf the columns of a thing, given its row as it is
   */
  private async *part<T extends { id: string }>(
    part: 'orgs' | 'periods' | 'courses' | 'classes' | 'students' | 'enrolments',
    things: readonly T[],
    rowOf: (thing: T, before: Row | undefined) => Row,
    nameOf: (thing: T) => string = titleOf,
  ): AsyncGenerator<RosterStep> {
    const ids = this.ids[part]
    const table: SourcedTable = tables[part]
    // Things of one part may speak of each other: all of them have an id before the first is laid.
    await this.known(
      part,
      table,
      things.map((each) => each.id),
    )
    for (const { id } of things) if (!ids.has(id)) ids.set(id, randomUUID())
    const counts = this.summary[part]
    for await (const piece of inTurns(things, this.rest)) {
      const desired = piece.map((each) => each.id)
      const rows: Row[] = await this.db.select().from(table).where(inArray(table.sourcedId, desired))
      const present = new Map(rows.map((row) => [row.sourcedId, row]))
      const changes = piece.flatMap((thing): RosterRowChange[] => {
        const before = present.get(thing.id)
        const after = { id: ids.get(thing.id)!, sourcedId: thing.id, ...rowOf(thing, before) }
        if (before && Object.entries(after).every(([key, value]) => same(before[key], value))) {
          counts.same++
          return []
        }
        counts[before ? 'changed' : 'added']++
        this.touch(part, after)
        return [{ id: after.id, name: nameOf(thing), before: before ?? null, after }]
      })
      if (changes.length) yield { part, changes }
    }
  }

  private touch(part: string, after: Row): void {
    if (part === 'classes') this.touched?.add(String(after.id))
    else if (part === 'enrolments') this.touched?.add(String(after.sectionId))
    // A calendar, a course or a name may stand on any page.
    else this.touched = null
  }

  /** Our ids of what is here already, by the sender's. */
  private async known(kind: IdKind, table: SourcedTable, sourcedIds: readonly string[]): Promise<void> {
    const ids = this.ids[kind]
    const desired = [...new Set(sourcedIds)].filter((each) => !ids.has(each))
    for await (const piece of inTurns(desired, this.rest)) {
      const rows = await this.db
        .select({ id: table.id, sourcedId: table.sourcedId })
        .from(table)
        .where(inArray(table.sourcedId, piece))
      for (const row of rows) ids.set(row.sourcedId as string, row.id as string)
    }
  }

  private idOf(kind: IdKind, sourcedId: string | null): string | null {
    return sourcedId === null ? null : (this.ids[kind].get(sourcedId) ?? null)
  }

  /** @throws Problem `dangling` when a reference leads neither into the roster nor to what is here */
  private need(part: RosterKind, id: string, kind: IdKind, sourcedId: string): string {
    const found = this.ids[kind].get(sourcedId)
    if (found !== undefined) return found
    throw new Problem(422, 'dangling', { part, id, missing: sourcedId })
  }
}

const titleOf = (thing: object): string => {
  const { title, name, givenName, familyName } = thing as Record<string, string | undefined>
  return title ?? name ?? [givenName, familyName].filter(Boolean).join(' ')
}

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

/** Lays a roster at once, in the transaction that is given, without a run of its own. */
export async function applyRoster(tx: Db, roster: Roster, options: RosterOptions): Promise<RosterSummary> {
  const layer = new RosterChanges(tx, roster, options)
  for await (const step of layer.steps()) await writeStep(tx, step)
  return layer.summary
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
