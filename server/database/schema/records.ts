import {
  boolean,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  type PgColumn,
} from 'drizzle-orm/pg-core'
import { schemas, type Kind } from '../../../core/kinds'
import type { IntakeRule } from '../../../core/exchange/intake'
import type { Category } from '../../../core/plan/category'
import type { Plan } from '../../../core/plan/plan'
import type { Visibility } from '../../../core/plan/visibility'
import type { CutOff } from '../../../core/proficiency/cut-off'
import type { GradingScale } from '../../../core/scales/grading'
import { day, decimal, oneOf } from './columns'
import { joined, kept } from './kept'
import { standards } from './district'
import { periods, sections, students } from './roster'

// The records of a class, each changed by acts only.

/** The words that a field may be are those of its kind. */
const schema = <K extends Kind>(kind: K): (typeof schemas)[K]['shape'] => schemas[kind].shape

const ofStudent = (table: string, t: { studentId: PgColumn }) =>
  foreignKey({ name: `${table}_student`, columns: [t.studentId], foreignColumns: [students.id] })
const ofPeriod = (table: string, t: { periodId: PgColumn }) =>
  foreignKey({ name: `${table}_period`, columns: [t.periodId], foreignColumns: [periods.id] })
const ofAssignment = (table: string, t: { sectionId: PgColumn; assignmentId: PgColumn }) =>
  foreignKey({
    name: `${table}_assignment`,
    columns: [t.sectionId, t.assignmentId],
    foreignColumns: [assignments.sectionId, assignments.id],
  })

export const categories = pgTable(
  'categories',
  {
    ...kept(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    tint: smallint('tint').notNull(),
    weight: decimal('weight').notNull(),
    basis: text('basis').notNull(),
    dropCount: smallint('drop_count').notNull(),
    dropRule: text('drop_rule').notNull(),
    keepOne: boolean('keep_one').notNull(),
    extraCredit: boolean('extra_credit').notNull(),
    counts: boolean('counts').notNull(),
    active: boolean('active').notNull(),
    defaults: jsonb('defaults').$type<Category['defaults']>().notNull(),
    place: integer('place').notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    oneOf('categories_basis', t.basis, schema('category').basis.options),
    oneOf('categories_drop_rule', t.dropRule, schema('category').dropRule.options),
  ],
)

export const assignments = pgTable(
  'assignments',
  {
    ...kept(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    categoryId: text('category_id'),
    assignedOn: day('assigned_on'),
    dueOn: day('due_on'),
    points: decimal('points').notNull(),
    multiplier: decimal('multiplier').notNull(),
    counts: boolean('counts').notNull(),
    extraCredit: boolean('extra_credit').notNull().default(false),
    scoredIn: text('scored_in').notNull(),
    visibility: jsonb('visibility').$type<Visibility>().notNull(),
    released: boolean('released').notNull(),
    hidden: boolean('hidden').notNull(),
    linkId: text('link_id'),
    description: text('description').notNull(),
    standardIds: jsonb('standard_ids').$type<string[]>().notNull(),
    cutOffs: jsonb('cut_offs').$type<CutOff[]>(),
    place: integer('place').notNull(),
    removed: boolean('removed').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({
      name: 'assignments_category',
      columns: [t.sectionId, t.categoryId],
      foreignColumns: [categories.sectionId, categories.id],
    }),
    oneOf('assignments_scored_in', t.scoredIn, schema('assignment').scoredIn.options),
  ],
)

/** How a class exchanges. */
export const intakes = pgTable(
  'intakes',
  {
    ...kept(),
    connectionId: text('connection_id'),
    theirClassId: text('their_class_id').notNull(),
    theirTitle: text('their_title').notNull(),
    rules: jsonb('rules').$type<IntakeRule[]>().notNull(),
    pointsChange: text('points_change').notNull(),
    nightlySend: boolean('nightly_send').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    oneOf('intakes_points_change', t.pointsChange, schema('intake').pointsChange.options),
  ],
)

export const plans = pgTable(
  'plans',
  {
    ...kept(),
    method: text('method').notNull(),
    scale: jsonb('scale').$type<GradingScale>().notNull(),
    places: smallint('places').notNull(),
    rounding: text('rounding').notNull(),
    labelFrom: text('label_from').notNull(),
    cap: decimal('cap'),
    missingCountsAs: decimal('missing_counts_as'),
    incompleteCountsAs: text('incomplete_counts_as').notNull(),
    lowLine: decimal('low_line').notNull(),
    lowScoresWantNote: boolean('low_scores_want_note').notNull(),
    defaultCategoryId: text('default_category_id'),
    own: jsonb('own').$type<Plan['own']>().notNull(),
    parents: jsonb('parents').$type<Plan['parents']>().notNull(),
    coursePoints: jsonb('course_points').$type<Plan['coursePoints']>().notNull(),
    proficiency: jsonb('proficiency').$type<Plan['proficiency']>().notNull(),
    families: text('families').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'plans_section', columns: [t.id], foreignColumns: [sections.id] }),
    oneOf('plans_method', t.method, schema('plan').method.options),
    oneOf('plans_rounding', t.rounding, schema('plan').rounding.options),
    oneOf('plans_label_from', t.labelFrom, schema('plan').labelFrom.options),
    oneOf('plans_incomplete', t.incompleteCountsAs, schema('plan').incompleteCountsAs.options),
    oneOf('plans_families', t.families, schema('plan').families.options),
  ],
)

export const cells = pgTable(
  'cells',
  {
    ...kept(),
    ...joined('student', 'assignment'),
    points: decimal('points'),
    percent: decimal('percent'),
    label: text('label'),
    level: decimal('level'),
    marks: jsonb('marks').$type<string[]>().notNull(),
    note: text('note').notNull(),
    noteFor: text('note_for').notNull(),
    meant: text('meant').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    ofStudent('cells', t),
    ofAssignment('cells', t),
    oneOf('cells_note_for', t.noteFor, schema('cell').noteFor.options),
    index('cells_student').on(t.studentId),
  ],
)

export const evidence = pgTable(
  'evidence',
  { ...kept(), ...joined('student', 'assignment', 'standard'), level: decimal('level') },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    ofStudent('evidence', t),
    ofAssignment('evidence', t),
    foreignKey({ name: 'evidence_standard', columns: [t.standardId], foreignColumns: [standards.id] }),
  ],
)

export const levelOverrides = pgTable(
  'level_overrides',
  {
    ...kept(),
    ...joined('student', 'standard', 'period'),
    level: decimal('level'),
    reason: text('reason').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    ofStudent('level_overrides', t),
    ofPeriod('level_overrides', t),
    foreignKey({ name: 'level_overrides_standard', columns: [t.standardId], foreignColumns: [standards.id] }),
  ],
)

export const observations = pgTable(
  'observations',
  {
    ...kept(),
    ...joined('student', 'standard'),
    level: decimal('level'),
    on: day('seen_on'),
    note: text('note').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    ofStudent('observations', t),
    foreignKey({ name: 'observations_standard', columns: [t.standardId], foreignColumns: [standards.id] }),
  ],
)

export const overrides = pgTable(
  'overrides',
  {
    ...kept(),
    ...joined('student', 'period'),
    percent: decimal('percent'),
    label: text('label'),
    reason: text('reason').notNull(),
    familyLine: text('family_line').notNull().default(''),
    incompleteUntil: day('incomplete_until'),
    meant: text('meant').notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] }), ofStudent('overrides', t), ofPeriod('overrides', t)],
)

export const remarks = pgTable(
  'remarks',
  { ...kept(), ...joined('student', 'period'), text: text('text').notNull() },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] }), ofStudent('remarks', t), ofPeriod('remarks', t)],
)

/** Declared grades that are others now, and may stay so. */
export const driftsLeft = pgTable(
  'drifts_left',
  {
    ...kept(),
    ...joined('student', 'period'),
    percent: decimal('percent'),
    label: text('label'),
    reason: text('reason').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] }), ofStudent('drifts_left', t), ofPeriod('drifts_left', t)],
)

export const statements = pgTable(
  'statements',
  { ...kept(), text: text('text').notNull(), stands: text('stands').notNull() },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'statements_period', columns: [t.id], foreignColumns: [periods.id] }),
    oneOf('statements_stands', t.stands, schema('statement').stands.options),
  ],
)

export const calledAs = pgTable(
  'called_as',
  { ...kept(), givenName: text('given_name').notNull(), pronouns: text('pronouns') },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'called_as_student', columns: [t.id], foreignColumns: [students.id] }),
  ],
)

export const closings = pgTable(
  'closings',
  { ...kept(), lookedOver: boolean('looked_over').notNull(), noExam: boolean('no_exam').notNull() },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'closings_period', columns: [t.id], foreignColumns: [periods.id] }),
  ],
)

export const windowRequests = pgTable(
  'window_requests',
  { ...kept(), asked: boolean('asked').notNull(), reason: text('reason').notNull() },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'window_requests_period', columns: [t.id], foreignColumns: [periods.id] }),
  ],
)

export const declarations = pgTable(
  'declarations',
  {
    ...kept(),
    declared: boolean('declared').notNull(),
    reason: text('reason').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.id] }),
    foreignKey({ name: 'declarations_period', columns: [t.id], foreignColumns: [periods.id] }),
  ],
)
