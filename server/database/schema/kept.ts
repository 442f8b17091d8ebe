import { text } from 'drizzle-orm/pg-core'
import { instant, partOf } from './columns'
import { sections } from './roster'

/** What every record carries: its class, its id, and who changed it last, when and by which act. */
export const kept = () => ({
  sectionId: text('section_id')
    .notNull()
    .references(() => sections.id),
  id: text('id').notNull(),
  changedBy: text('changed_by').notNull(),
  changedAt: instant('changed_at').notNull(),
  actId: text('act_id').notNull(),
})

type Joined = 'student' | 'assignment' | 'standard' | 'period' | 'course'
type JoinedColumns<N extends Joined> = { [K in N as `${K}Id`]: ReturnType<typeof joinedColumn> }
const joinedColumn = (name: Joined, place: number) => text(`${name}_id`).generatedAlwaysAs(partOf(place))

/** What an id joins, each part in a column of its own that refers to what it names. */
export const joined = <N extends Joined>(...names: N[]): JoinedColumns<N> =>
  Object.fromEntries(names.map((name, at) => [`${name}Id`, joinedColumn(name, at + 1)])) as JoinedColumns<N>

/** What every record outside a class carries: the person or the district that it belongs to. */
export const keptInScope = () => {
  const { sectionId: _, ...rest } = kept()
  return { scopeId: text('scope_id').notNull(), ...rest }
}
