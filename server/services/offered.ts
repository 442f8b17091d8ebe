import type { Kind } from '../../core/kinds'
import type { Records } from '../../core/records'
import type { Db } from '../database/client'
import { readScopes } from './records-store'

/** The scope of what the district fixes and offers to everybody. Its one policy has the same id. */
export const DISTRICT = 'district'

/** What some people can choose from: the district's, and what is their own. */
export interface Offered {
  district: Records
  own: readonly Records[]
}

/** Reads what some people can choose from, of some kinds. */
export async function offeredTo(db: Db, userIds: readonly string[], of: readonly Kind[]): Promise<Offered> {
  const [district, ...own] = await readScopes(
    db,
    [DISTRICT, ...userIds].map((scope) => [scope, of]),
  )
  return { district: district!, own }
}

/** The records of a kind that nobody removed, with whose they are. */
export const listed = <R extends { removed: boolean }>(
  { district, own }: Offered,
  of: (records: Records) => Record<string, R>,
): (R & { id: string; owner: 'district' | 'mine' })[] =>
  [district, ...own].flatMap((records) =>
    Object.entries(of(records))
      .filter(([, each]) => !each.removed)
      .map(([id, each]) => ({ ...each, id, owner: records === district ? ('district' as const) : ('mine' as const) })),
  )
