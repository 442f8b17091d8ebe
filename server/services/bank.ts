import { and, inArray, ne } from 'drizzle-orm'
import type { BankEntry } from '../../core/remarks/bank-entry'
import type { Db } from '../database/client'
import { countUses } from '../../core/remarks/uses'
import { bankStars, commentBank, remarks } from '../database/schema'
import { DISTRICT } from './district'
import { classesOf } from './teaching'

/** The entries that people can choose from: the district's and their own, with what they starred, in their order. */
export async function bankFor(db: Db, userIds: readonly string[]): Promise<BankEntry[]> {
  const rows = await db
    .select()
    .from(commentBank)
    .where(inArray(commentBank.scopeId, [DISTRICT, ...userIds]))
  const stars = userIds.length
    ? await db
        .select()
        .from(bankStars)
        .where(inArray(bankStars.scopeId, [...userIds]))
    : []
  const starred = new Set(stars.flatMap((each) => (each.starred ? each.id : [])))
  return rows
    .filter((row) => !row.removed)
    .sort((a, b) => a.place - b.place || (a.code < b.code ? -1 : 1))
    .map(({ id, scopeId, code, topic, text, suits }): BankEntry => ({
      ...{ id, code, topic, text, suits },
      starred: starred.has(id),
      owner: scopeId === DISTRICT ? 'district' : 'mine',
    }))
}

/** In how many remarks of a teacher's classes, of this year and earlier, each entry stands. */
export async function bankUses(db: Db, userId: string, bank: readonly BankEntry[]): Promise<Record<string, number>> {
  const rows = await db
    .select({ text: remarks.text })
    .from(remarks)
    .where(and(inArray(remarks.sectionId, await classesOf(db, userId)), ne(remarks.text, '')))
  return Object.fromEntries(
    countUses(
      bank,
      rows.map((row) => row.text),
    ),
  )
}
