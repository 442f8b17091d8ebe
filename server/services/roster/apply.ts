import { randomUUID } from 'node:crypto'
import { inArray } from 'drizzle-orm'
import { same } from '../../../core/same'
import type { Roster } from '../../../core/formats/oneroster/roster'
import type { RosterFindings, RosterRowChange } from '../../../shared/roster-runs'
import type { RosterSummary } from '../../../shared/runs'
import type { Db } from '../../database/client'
import { endingsOf, leaversOf, type Ending, type RosterOptions } from './endings'
import { RosterIds } from './ids'
import { allOf, inPieces, type RosterInPieces } from './in-pieces'
import { namesOf, noRest } from './names'
import { planTeachers, withRoles } from './people'
import { emptySummary } from './summary'
import { teachingSteps } from './teaching'
import { inTurns, tables, writeStep, type Rest, type RosterStep, type Row, type SourcedTable } from './rows'

/**
 * Applies a roster to what is here: adds what is new, changes what differs, ends enrolments that are gone. Nothing is
 * removed, so no score is ever lost.
 *
 * It says what it would do step by step, some hundred rows at a time, and looks at what is there just before each: who
 * takes a step writes it before asking for the next. Of the roster no more is held than the ids of classes and people.
 */
export class RosterChanges {
  readonly summary = emptySummary()
  readonly listed: NonNullable<RosterFindings['listed']> = []
  /** The classes whose pages show something else now; null once it may be any. */
  touched: Set<string> | null = new Set()
  readonly ids: RosterIds
  readonly rest: Rest
  /** The first day of each class, by the sender's id. */
  private readonly begins = new Map<string, string>()
  private lookedUp: Promise<void> | undefined
  /** Who teaches what, by the sender's ids. */
  readonly taught: { class: string; person: string }[] = []

  constructor(
    readonly db: Db,
    readonly roster: RosterInPieces,
    readonly options: RosterOptions,
  ) {
    this.rest = options.rest ?? noRest
    this.ids = new RosterIds(db, this.rest)
  }

  async *steps(): AsyncGenerator<RosterStep> {
    const { roster } = this
    await this.kin('orgs')
    yield* this.part('orgs', roster.pieces('orgs'), (each) => ({
      name: each.name,
      kind: each.kind,
      parentId: this.ids.idOf('orgs', each.parent),
    }))
    const periods = await this.kin('periods')
    yield* this.part('periods', roster.pieces('periods'), (each) => ({
      kind: each.kind,
      title: each.title,
      firstDay: each.firstDay,
      lastDay: each.lastDay,
      parentId: this.ids.idOf('periods', each.parent),
    }))
    yield* this.part('courses', roster.pieces('courses'), ({ title, code }) => ({ title, code }))
    yield* this.classes(new Map(periods.map((each) => [each.id, each.firstDay])))
    yield* this.people()
    yield* this.enrolments()
    yield* this.teaching()
    yield* this.endings()
  }

  /** Looks up the classes that the roster speaks of, whether it has them or not; once. */
  lookUpClasses = (): Promise<void> => (this.lookedUp ??= this.lookUpAll())

  private async lookUpAll(): Promise<void> {
    const { roster, ids } = this
    for await (const piece of roster.pieces('classes'))
      await ids.known(
        'classes',
        piece.map((each) => each.id),
      )
    for await (const piece of roster.pieces('enrolments')) await ids.known('classes', classesOf(piece))
    await ids.known('classes', classesOf(roster.head.gone.enrolments))
  }

  /** What the roster would end: what it no longer has of a class, or takes away. */
  toEnd = (): Promise<Ending[]> => endingsOf(this)

  /** The teachers whom the roster would switch off, by name, and how many there are. */
  toLeave = (): Promise<{ names: string[]; of: number }> => leaversOf(this)

  /** Things that speak of others of their kind: all of them have an id before the first is compared. */
  private async kin<K extends 'orgs' | 'periods'>(kind: K): Promise<Roster[K]> {
    const things = await allOf(this.roster, kind)
    await this.ids.known(
      kind,
      things.flatMap((each) => [each.id, ...(each.parent ? [each.parent] : [])]),
    )
    this.ids.make(kind, things)
    return things
  }

  private async *classes(firstDays: ReadonlyMap<string, string>): AsyncGenerator<RosterStep> {
    const rowOf = (section: Roster['classes'][number]) => ({
      title: section.title,
      meets: section.meets,
      courseId: this.ids.need('classes', section.id, 'courses', section.course),
      schoolId: this.ids.need('classes', section.id, 'orgs', section.school),
      termIds: section.terms.map((term) => this.ids.need('classes', section.id, 'periods', term)),
    })
    yield* this.part('classes', this.roster.pieces('classes'), rowOf, async (piece) => {
      for (const { id, terms } of piece) {
        const [first] = terms.flatMap((term) => firstDays.get(term) ?? []).sort()
        if (first) this.begins.set(id, first)
      }
      await this.ids.known(
        'courses',
        piece.map((each) => each.course),
      )
      await this.ids.known(
        'orgs',
        piece.map((each) => each.school),
      )
      await this.ids.known(
        'periods',
        piece.flatMap((each) => each.terms),
      )
    })
  }

  private async *people(): AsyncGenerator<RosterStep> {
    const { db, options } = this
    const { modes, gone } = this.roster.head
    const teachers: Roster['people'] = []
    const without = (name: string) => this.listed.push({ code: 'no-role', name })
    for await (const piece of this.havingRole('teacher', without)) teachers.push(...piece)
    const plan = await planTeachers(
      db,
      teachers,
      { whole: (options.whole ?? false) && modes.people === 'bulk', gone: new Set(gone.people) },
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
    yield* this.part('students', this.havingRole('student'), ({ givenName, familyName, pronouns }) => ({
      ...{ givenName, familyName, pronouns },
    }))
  }

  /** @param without hears the name of each who has no role */
  private async *havingRole(role: 'teacher' | 'student', without: (name: string) => void = () => {}) {
    for await (const piece of this.roster.pieces('people'))
      yield (await withRoles(this.db, piece, this.rest, without)).filter((each) => each.role === role)
  }

  private async *enrolments(): AsyncGenerator<RosterStep> {
    const { ids, options } = this
    const rowOf = (each: Roster['enrolments'][number], before: Row | undefined) => ({
      sectionId: ids.need('enrolments', each.id, 'classes', each.class),
      studentId: ids.of.students.get(each.person)!,
      firstDay: each.firstDay ?? before?.firstDay ?? this.begins.get(each.class) ?? options.today,
      lastDay: each.lastDay,
    })
    const steps = this.part('enrolments', this.asStudents(), rowOf, (piece) => ids.known('classes', classesOf(piece)))
    for await (const { part, changes } of steps) {
      const studentOf = ({ after }: RosterRowChange) => String(after!.studentId)
      const names = await namesOf(
        this.db,
        changes.map((each) => ({ studentId: studentOf(each) })),
      )
      const named = changes.map((each) => ({ ...each, name: names.get(studentOf(each)) ?? '' }))
      yield { part, changes: [...named, ...named.flatMap((each) => this.former(each))] }
    }
  }

  /** The enrolments of students. Somebody who is no student here is in no class as one. */
  private async *asStudents(): AsyncGenerator<Roster['enrolments']> {
    for await (const piece of this.roster.pieces('enrolments')) {
      for (const each of piece)
        if (each.role === 'teacher') this.taught.push({ class: each.class, person: each.person })
      const list = piece.filter((each) => each.role === 'student')
      await this.ids.known(
        'students',
        list.map((each) => each.person),
      )
      // Nothing speaks of an enrolment, and there are more of them than of anything else.
      this.ids.of.enrolments.clear()
      yield list.filter((each) => this.ids.of.students.has(each.person))
    }
  }

  /** Where a place in a class became another person's, as when two were one, the first stays seen there as one who left. */
  private former({ before, after }: RosterRowChange): RosterRowChange[] {
    if (!before || !after || before.studentId === after.studentId) return []
    const id = randomUUID()
    const [firstDay, last] = [String(before.firstDay), this.options.before]
    const row = { ...before, id, sourcedId: null, lastDay: last > firstDay ? last : firstDay }
    return [{ id, name: '', before: null, after: row }]
  }

  private async *teaching(): AsyncGenerator<RosterStep> {
    for await (const step of teachingSteps(this)) {
      for (const { before, after } of step.changes) this.touched?.add(String((after ?? before)!.sectionId))
      yield step
    }
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
   * @param look looks up what some things speak of, before they are compared
   */
  private async *part<T extends { id: string }>(
    part: 'orgs' | 'periods' | 'courses' | 'classes' | 'students' | 'enrolments',
    things: AsyncIterable<readonly T[]>,
    rowOf: (thing: T, before: Row | undefined) => Row,
    look: (piece: readonly T[]) => Promise<void> = async () => {},
  ): AsyncGenerator<RosterStep> {
    const ids = this.ids.of[part]
    const table: SourcedTable = tables[part]
    const counts = this.summary[part]
    for await (const piece of things) {
      const desired = piece.map((each) => each.id)
      const rows: Row[] = await this.db.select().from(table).where(inArray(table.sourcedId, desired))
      const present = new Map(rows.map((row) => [row.sourcedId, row]))
      for (const row of rows) ids.set(row.sourcedId as string, row.id as string)
      this.ids.make(part, piece)
      await look(piece)
      const changes = piece.flatMap((thing): RosterRowChange[] => {
        const before = present.get(thing.id)
        const after = { id: ids.get(thing.id)!, sourcedId: thing.id, ...rowOf(thing, before) }
        if (before && Object.entries(after).every(([key, value]) => same(before[key], value))) {
          counts.same++
          return []
        }
        counts[before ? 'changed' : 'added']++
        this.touch(part, after)
        return [{ id: after.id, name: titleOf(thing), before: before ?? null, after }]
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

const classesOf = (enrolled: readonly { class: string }[]) => enrolled.map((each) => each.class)

const titleOf = (thing: object): string => {
  const { title, name, givenName, familyName } = thing as Record<string, string | undefined>
  return title ?? name ?? [givenName, familyName].filter(Boolean).join(' ')
}

/** Applies a roster at once, in the transaction that is given, without a run of its own. */
export async function applyRoster(tx: Db, roster: Roster, options: RosterOptions): Promise<RosterSummary> {
  const changes = new RosterChanges(tx, inPieces(roster, options.rest ?? noRest), options)
  for await (const step of changes.steps()) await writeStep(tx, step)
  return changes.summary
}
