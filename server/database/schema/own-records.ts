import { boolean, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Fixed as Policy } from '../../../core/plan/fixed'
import type { Pattern } from '../../../core/plan/pattern'
import type { Level } from '../../../core/scales/proficiency'
import type { ScaleStep } from '../../../core/scales/grading'
import type { CardLayout } from '../../../core/report-card/layout'
import type { Suits } from '../../../core/remarks/bank-entry'
import { day, decimal } from './columns'
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

/** Entries of comment banks, of a teacher's own or of the district. */
export const commentBank = pgTable(
  'comment_bank',
  {
    ...keptInScope(),
    code: text('code').notNull(),
    topic: text('topic').notNull(),
    text: text('text').notNull(),
    suits: jsonb('suits').$type<Suits>().notNull(),
    place: integer('place').notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** The entries that a teacher has starred. */
export const bankStars = pgTable('bank_stars', { ...keptInScope(), starred: boolean('starred').notNull() }, (t) => [
  primaryKey({ columns: [t.scopeId, t.id] }),
])

/** When the office takes in grades of a period. */
export const reportingWindows = pgTable(
  'reporting_windows',
  { ...keptInScope(), dueOn: day('due_on'), closed: boolean('closed').notNull() },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** Closed periods that the office opened for one class, by class and period. */
export const windowGrants = pgTable(
  'window_grants',
  { ...keptInScope(), granted: boolean('granted').notNull(), answer: text('answer').notNull() },
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

/** What stands at the head of one school's cards; its id is the school's. */
export const schoolHeads = pgTable(
  'school_heads',
  { ...keptInScope(), address: text('address').notNull(), mark: text('mark').notNull() },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)

/** How report cards look, as the district's office sets it. */
export const cardLayouts = pgTable(
  'card_layouts',
  {
    ...keptInScope(),
    paper: text('paper').$type<CardLayout['paper']>().notNull(),
    language: text('language').$type<CardLayout['language']>().notNull(),
    blocks: jsonb('blocks').$type<CardLayout['blocks']>().notNull(),
    remarkLines: integer('remark_lines').notNull(),
    address: text('address').notNull(),
    mark: text('mark').notNull(),
    signatures: jsonb('signatures').$type<string[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.scopeId, t.id] })],
)
