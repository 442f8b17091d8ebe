import type { z } from 'zod'
import { rosterCollections, takeEntities, type RosterCollection } from '../../core/formats/oneroster/rest'
import { emptyRoster, rosterKinds, wholly, type Roster } from '../../core/formats/oneroster/roster'
import type { RosterAnswer, RosterWish } from './partner'

/** What is read from: the rostering service of one partner. */
interface RosterSource {
  base: { rostering: string }
  rosterSchema(name: RosterCollection): z.ZodType
  clock(): string | null
  /** What is said of a collection that it does not have. */
  absent(name: string): Error
  pages(
    path: string,
    name: string,
    schema: z.ZodType,
    filter?: string,
  ): AsyncGenerator<{ entities: unknown[]; total: number } | null>
  one(path: string, name: string, schema: z.ZodType): Promise<unknown>
}

const names = Object.keys(rosterCollections) as RosterCollection[]
/** By the time of a partner that is a little behind itself, nothing falls between two pulls. */
const MARGIN_MS = 60_000

/** Reads a roster, or the part of it that is asked for, a page at a time: what a page held is let go with it. */
export async function readRoster(
  source: RosterSource,
  { teacher, since, heard, take }: RosterWish,
): Promise<RosterAnswer> {
  const reading = new Reading(source, heard, take)
  if (teacher !== undefined) {
    const found = await reading.ofTeacher(teacher)
    if (found) return { roster: found, at: null }
  }
  return reading.whole(since)
}

class Reading {
  private roster = emptyRoster()
  private done = 0
  private expected = 0
  private at: string | null = null

  constructor(
    private source: RosterSource,
    private heard: NonNullable<RosterWish['heard']> = async () => {},
    private handOver?: RosterWish['take'],
  ) {}

  async whole(since: string | undefined): Promise<RosterAnswer> {
    this.roster = emptyRoster()
    if (since !== undefined) this.roster.modes = wholly('delta')
    for (const name of names)
      if (!(await this.take(name, name, since, () => this.letGo()))) throw this.source.absent(name)
    return { roster: this.roster, at: this.at }
  }

  /**
   * What the partner says of one teacher's classes; null where it does not have the standard's ways to ask for that
   * (getClassesForTeacher, getEnrollmentsForClassInSchool, getStudentsForClass, getTeachersForClass).
   */
  async ofTeacher(id: string): Promise<Roster | null> {
    if (!(await this.take('classes', `teachers/${encodeURIComponent(id)}/classes`))) return null
    for (const each of this.roster.classes) {
      const of = `classes/${encodeURIComponent(each.id)}`
      const enrolments = `schools/${encodeURIComponent(each.school)}/${of}/enrollments`
      if (!(await this.take('enrollments', enrolments))) return null
      for (const part of ['students', 'teachers']) if (!(await this.take('users', `${of}/${part}`))) return null
    }
    for (const course of new Set(this.roster.classes.map((each) => each.course)))
      if (!(await this.takeOne('courses', 'course', course))) return null
    for (const name of ['orgs', 'academicSessions'] as const) if (!(await this.take(name, name))) return null
    const taught = new Set(this.roster.enrolments.map((each) => each.person))
    this.roster.people = this.roster.people.filter((each) => taught.has(each.id))
    return this.roster
  }

  /** Takes in a collection. @returns false where the partner does not have it */
  private async take(
    name: RosterCollection,
    path: string,
    since?: string,
    afterPage: () => Promise<void> = async () => {},
  ): Promise<boolean> {
    const filter = since === undefined ? undefined : `dateLastModified>='${since}'`
    const schema = this.source.rosterSchema(name)
    let isFirst = true
    for await (const page of this.source.pages(`${this.source.base.rostering}/${path}`, name, schema, filter)) {
      if (!page) return false
      if (isFirst) this.expected += Number.isNaN(page.total) ? 0 : page.total
      isFirst = false
      this.at ??= beforeThen(this.source.clock())
      takeEntities(this.roster, name, page.entities as never)
      await afterPage()
      this.done += page.entities.length
      await this.heard(this.done, Math.max(this.done, this.expected))
    }
    return true
  }

  /** Hands over what has come, if anybody takes it, and lets it go. */
  private async letGo(): Promise<void> {
    if (!this.handOver) return
    await this.handOver(this.roster)
    for (const kind of rosterKinds) this.roster[kind] = []
  }

  private async takeOne(name: RosterCollection, called: string, id: string): Promise<boolean> {
    const path = `${this.source.base.rostering}/${name}/${encodeURIComponent(id)}`
    const found = await this.source.one(path, called, this.source.rosterSchema(name))
    if (found === null) return false
    takeEntities(this.roster, name, [found] as never)
    return true
  }
}

const beforeThen = (clock: string | null): string | null =>
  clock === null ? null : new Date(Date.parse(clock) - MARGIN_MS).toISOString()
