import { boolean, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Fixed as Policy } from '../../../core/plan/fixed'
import type { Pattern } from '../../../core/plan/pattern'
import type { Level } from '../../../core/scales/proficiency'
import type { ScaleStep } from '../../../core/scales/grading'
import { decimal } from './columns'
import { keptInScope } from './kept'

/** Grading scales of a teacher's own, or of the district. */
export const gradingScales = pgTable(
  'grading_scales',
  {
    ...keptInScope(),
    name: text('name').notNull(),
    steps: jsonb('steps').$type<ScaleStep[]>().notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** Proficiency scales of a teacher's own, or of the district. */
export const levelScales = pgTable(
  'proficiency_scales',
  {
    ...keptInScope(),
    name: text('name').notNull(),
    levels: jsonb('levels').$type<Level[]>().notNull(),
    halves: boolean('halves').notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** Assignments to be made again, of a teacher's own. */
export const patterns = pgTable(
  'patterns',
  {
    ...keptInScope(),
    name: text('name').notNull(),
    assignment: jsonb('assignment').$type<Pattern['assignment']>().notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** What the district fixes for every class. */
export const policies = pgTable(
  'policies',
  {
    ...keptInScope(),
    scaleIds: jsonb('scale_ids').$type<Policy['scaleIds']>(),
    termWeights: jsonb('term_weights').$type<Policy['termWeights']>(),
    rounding: jsonb('rounding').$type<Policy['rounding']>(),
    lowLine: decimal('low_line'),
    levelScaleId: text('level_scale_id'),
    habitScaleId: text('habit_scale_id'),
    nightlySend: boolean('nightly_send'),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)
