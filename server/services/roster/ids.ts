import { randomUUID } from 'node:crypto'
import { inArray } from 'drizzle-orm'
import type { RosterKind } from '../../../core/formats/oneroster/roster'
import type { Db } from '../../database/client'
import { Problem } from '../problem'
import { inTurns, tables, type Rest } from './rows'

/** Things that others speak of by the sender's id; teachers and students are kept apart, as they are here. */
export type IdKind = Exclude<RosterKind, 'people'> | 'teachers' | 'students'

/** Our ids of what a roster speaks of, by the sender's: those that are here, and those that are made on the way. */
export class RosterIds {
  readonly of: Readonly<Record<IdKind, Map<string, string>>> = {
    orgs: new Map(),
    periods: new Map(),
    courses: new Map(),
    classes: new Map(),
    teachers: new Map(),
    students: new Map(),
    enrolments: new Map(),
  }

  constructor(
    private db: Db,
    private rest: Rest,
  ) {}

  /** Looks up what is here already. */
  async known(kind: IdKind, sourcedIds: readonly string[]): Promise<void> {
    const ids = this.of[kind]
    const table = tables[kind]
    const desired = [...new Set(sourcedIds)].filter((each) => !ids.has(each))
    for await (const piece of inTurns(desired, this.rest)) {
      const rows = await this.db
        .select({ id: table.id, sourcedId: table.sourcedId })
        .from(table)
        .where(inArray(table.sourcedId, piece))
      for (const row of rows) ids.set(row.sourcedId as string, row.id as string)
    }
  }

  /** Gives each that has none an id of ours. */
  make(kind: IdKind, things: readonly { id: string }[]): void {
    const ids = this.of[kind]
    for (const { id } of things) if (!ids.has(id)) ids.set(id, randomUUID())
  }

  idOf(kind: IdKind, sourcedId: string | null): string | null {
    return sourcedId === null ? null : (this.of[kind].get(sourcedId) ?? null)
  }

  /** @throws Problem `dangling` when a reference leads neither into the roster nor to what is here */
  need(part: RosterKind, id: string, kind: IdKind, sourcedId: string): string {
    const found = this.of[kind].get(sourcedId)
    if (found !== undefined) return found
    throw new Problem(422, 'dangling', { part, id, missing: sourcedId })
  }
}
