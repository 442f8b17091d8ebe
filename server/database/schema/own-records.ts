import { boolean, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Fixed as Policy } from '../../../core/plan/fixed'
import type { Pattern } from '../../../core/plan/pattern'
import type { ScaleStep } from '../../../core/scales/grading'
import { decimal } from './columns'
import { kept } from './records'

/** What every record outside a class carries: the person or the district that it belongs to. */
const keptAtHome = () => {
  const { sectionId: _, ...rest } = kept()
  return { homeId: text('home_id').notNull(), ...rest }
}

/** Grading scales of a teacher's own, or of the district. */
export const gradingScales = pgTable(
  'grading_scales',
  {
    ...keptAtHome(),
    name: text('name').notNull(),
    steps: jsonb('steps').$type<ScaleStep[]>().notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.homeId, t.id] })],
)

/** Assignments to be made again, of a teacher's own. */
export const patterns = pgTable(
  'patterns',
  {
    ...keptAtHome(),
    name: text('name').notNull(),
    assignment: jsonb('assignment').$type<Pattern['assignment']>().notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.homeId, t.id] })],
)

/** What the district fixes for every class. */
export const policies = pgTable(
  'policies',
  {
    ...keptAtHome(),
    scaleIds: jsonb('scale_ids').$type<Policy['scaleIds']>(),
    termWeights: jsonb('term_weights').$type<Policy['termWeights']>(),
    rounding: jsonb('rounding').$type<Policy['rounding']>(),
    lowLine: decimal('low_line'),
  },
  (t) => [primaryKey({ columns: [t.homeId, t.id] })],
)
