import { and, inArray, ne } from 'drizzle-orm'
import type { BankEntry } from '../../core/remarks/bank-entry'
import type { Db } from '../database/client'
import { countUses } from '../../core/remarks/uses'
import { remarks } from '../database/schema'
import { listed, offeredTo, type Offered } from './offered'
import { classesOf } from './teaching'

/** The entries that people can choose from: the district's and their own, with what they starred, in their order. */
export const bankFor = async (db: Db, userIds: readonly string[]): Promise<BankEntry[]> =>
  bankIn(await offeredTo(db, userIds, ['bankEntry', 'bankStar']))

export function bankIn(offered: Offered): BankEntry[] {
  const isStarred = (id: string) => offered.own.some(({ bankStar }) => bankStar[id]?.starred)
  return listed(offered, ({ bankEntry }) => bankEntry)
    .sort((a, b) => a.place - b.place || (a.code < b.code ? -1 : 1))
    .map(({ id, code, topic, text, suits, owner }): BankEntry => ({
      ...{ id, code, topic, text, suits, owner },
      starred: isStarred(id),
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
