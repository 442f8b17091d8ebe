import { randomUUID } from 'node:crypto'
import { inArray } from 'drizzle-orm'
import { same } from '../../../core/same'
import { rosterKinds, type Roster } from '../../../core/formats/oneroster/roster'
import type { RosterFindings, RosterRowChange } from '../../../shared/roster-runs'
import type { RosterSummary } from '../../../shared/runs'
import type { Db } from '../../database/client'
import { sectionTeachers } from '../../database/schema'
import { classesSpokenOf, endingsOf, leaversOf, type Ending, type RosterOptions } from './endings'
import { RosterIds } from './ids'
import { namesOf, noRest } from './names'
import { planTeachers, withRoles } from './people'
import { emptySummary } from './summary'
import { inTurns, tables, teachingId, writeStep, type Rest, type RosterStep, type Row, type SourcedTable } from './rows'

/**
 * Applies a roster to what is here: adds what is new, changes what differs, ends enrolments that are gone. Nothing is
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
  readonly ids: RosterIds
  readonly roster: Roster
  readonly rest: Rest

  constructor(
    readonly db: Db,
    roster: Roster,
    readonly options: RosterOptions,
  ) {
    // A partner that sends a thing on two pages means the later one.
    const once = rosterKinds.map((kind) => [kind, [...new Map(roster[kind].map((each) => [each.id, each])).values()]])
    this.roster = { ...roster, ...Object.fromEntries(once) }
    this.rest = options.rest ?? noRest
    this.ids = new RosterIds(db, this.rest)
  }

  async *steps(): AsyncGenerator<RosterStep> {
    const { roster } = this
    await this.ids.known(
      'orgs',
      tables.orgs,
      roster.orgs.flatMap((each) => each.parent ?? []),
    )
    yield* this.part('orgs', roster.orgs, (each) => ({
      name: each.name,
      kind: each.kind,
      parentId: this.ids.idOf('orgs', each.parent),
    }))
    await this.ids.known(
      'periods',
      tables.periods,
      roster.periods.flatMap((each) => each.parent ?? []),
    )
    yield* this.part('periods', roster.periods, (each) => ({
      kind: each.kind,
      title: each.title,
      firstDay: each.firstDay,
      lastDay: each.lastDay,
      parentId: this.ids.idOf('periods', each.parent),
    }))
    yield* this.part('courses', roster.courses, ({ title, code }) => ({ title, code }))
    yield* this.classes()
    yield* this.people()
    yield* this.enrolments()
    yield* this.teaching()
    yield* this.endings()
  }

  /** What the roster would end: what it no longer has of a class, or takes away. */
  toEnd = (): Promise<Ending[]> => endingsOf(this)

  /** The teachers whom the roster would switch off, by name, and how many there are. */
  toLeave = (): Promise<{ names: string[]; of: number }> => leaversOf(this)

  private async *classes(): AsyncGenerator<RosterStep> {
    const { roster } = this
    await this.ids.known(
      'courses',
      tables.courses,
      roster.classes.map((each) => each.course),
    )
    await this.ids.known(
      'orgs',
      tables.orgs,
      roster.classes.map((each) => each.school),
    )
    await this.ids.known(
      'periods',
      tables.periods,
      roster.classes.flatMap((each) => each.terms),
    )
    yield* this.part('classes', roster.classes, (each) => ({
      title: each.title,
      meets: each.meets,
      courseId: this.ids.need('classes', each.id, 'courses', each.course),
      schoolId: this.ids.need('classes', each.id, 'orgs', each.school),
      termIds: each.terms.map((term) => this.ids.need('classes', each.id, 'periods', term)),
    }))
  }

  private async *people(): AsyncGenerator<RosterStep> {
    const { db, roster, options } = this
    const people = await withRoles(db, roster.people, this.rest, (name) => this.listed.push({ code: 'no-role', name }))
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
    for (const [id, ours] of plan.ids) this.ids.of.teachers.set(id, ours)
    for (const step of plan.steps) {
      for (const { before } of step.changes) this.summary.teachers[before ? 'changed' : 'added']++
      yield step
      await this.rest()
    }
    const pupils = people.filter((each) => each.role === 'student')
    yield* this.part('students', pupils, ({ givenName, familyName, pronouns }) => ({ givenName, familyName, pronouns }))
  }

  private async *enrolments(): AsyncGenerator<RosterStep> {
    const { roster, options } = this
    const list = roster.enrolments.filter((each) => each.role === 'student')
    await this.ids.known('classes', tables.classes, classesSpokenOf(roster))
    await this.ids.known(
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
    const steps = this.part(
      'enrolments',
      // Somebody who is no student here is in no class as one.
      list.filter((each) => this.ids.of.students.has(each.person)),
      (each, before) => ({
        sectionId: this.ids.need('enrolments', each.id, 'classes', each.class),
        studentId: this.ids.of.students.get(each.person)!,
        firstDay: each.firstDay ?? before?.firstDay ?? begins.get(each.class) ?? options.today,
        lastDay: each.lastDay,
      }),
      (each) => names.get(each.person) ?? '',
    )
    for await (const { part, changes } of steps)
      yield { part, changes: [...changes, ...changes.flatMap((each) => this.former(each))] }
  }

  /** Where a place in a class became another person's, as when two were one, the first stays seen there as one who left. */
  private former({ before, after }: RosterRowChange): RosterRowChange[] {
    if (!before || !after || before.studentId === after.studentId) return []
    const id = randomUUID()
    const [firstDay, last] = [String(before.firstDay), this.options.before]
    const row = { ...before, id, sourcedId: null, lastDay: last > firstDay ? last : firstDay }
    return [{ id, name: '', before: null, after: row }]
  }

  /** A class is taught by those whom the roster names and, where it names all, by nobody else. */
  private async *teaching(): AsyncGenerator<RosterStep> {
    const { db, roster } = this
    const desired = new Map<string, { sectionId: string; userId: string }>()
    const pair = (classId: string, userId: string | undefined) => {
      const sectionId = this.ids.of.classes.get(classId)
      return sectionId && userId ? { sectionId, userId } : null
    }
    const teach = roster.enrolments.filter((each) => each.role === 'teacher')
    await this.ids.known(
      'teachers',
      tables.teachers,
      [...teach, ...roster.gone.enrolments].map((each) => each.person),
    )
    const pairs = roster.taughtBy
      ? roster.classes.map((each) => pair(each.id, roster.taughtBy))
      : teach.map((each) => pair(each.class, this.ids.of.teachers.get(each.person)))
    for (const each of pairs) if (each) desired.set(teachingId(each), each)
    const removed = new Set(
      roster.gone.enrolments.flatMap((each) => {
        const found = pair(each.class, this.ids.of.teachers.get(each.person))
        return found ? teachingId(found) : []
      }),
    )
    const whole = roster.taughtBy !== undefined || roster.modes.enrolments === 'bulk'
    const changes: RosterRowChange[] = []
    const present = new Set<string>()
    for await (const piece of inTurns([...this.ids.of.classes.values()], this.rest))
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
    const ids = this.ids.of[part]
    const table: SourcedTable = tables[part]
    // Things of one part may speak of each other: all of them have an id before the first is compared.
    await this.ids.known(
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
}

const titleOf = (thing: object): string => {
  const { title, name, givenName, familyName } = thing as Record<string, string | undefined>
  return title ?? name ?? [givenName, familyName].filter(Boolean).join(' ')
}

/** Applies a roster at once, in the transaction that is given, without a run of its own. */
export async function applyRoster(tx: Db, roster: Roster, options: RosterOptions): Promise<RosterSummary> {
  const changes = new RosterChanges(tx, roster, options)
  for await (const step of changes.steps()) await writeStep(tx, step)
  return changes.summary
}
