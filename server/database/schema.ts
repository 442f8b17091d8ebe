import {
  bigserial,
  boolean,
  date,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  smallint,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Change } from '../../core/acts/act'
import type { Outcome } from '../../core/acts/apply'
import type { Category } from '../../core/plan/category'
import type { Pattern } from '../../core/plan/pattern'
import type { Plan } from '../../core/plan/plan'
import type { Fixed as Policy } from '../../core/plan/fixed'
import type { Visibility } from '../../core/plan/visibility'
import type { CutOff } from '../../core/proficiency/cut-off'
import type { Level } from '../../core/scales/proficiency'
import type { GradingScale, ScaleStep } from '../../core/scales/grading'
import type { RosterFindings, RosterPart, RosterRowChange, RunState } from '../../shared/exchange'

const id = () => text('id').primaryKey()
const decimal = (name: string) => numeric(name, { precision: 12, scale: 3 })
const day = (name: string) => date(name, { mode: 'string' })
const instant = (name: string) => timestamp(name, { withTimezone: true })

// ---- The roster, which comes from the district ----

/** Everything that came from outside keeps the sender's id beside ours. */
const sourced = () => text('sourced_id').unique()

export const orgs = pgTable('orgs', {
  id: id(),
  sourcedId: sourced(),
  name: text('name').notNull(),
  kind: text('kind').notNull(),
  parentId: text('parent_id'),
})

export const periods = pgTable('periods', {
  id: id(),
  sourcedId: sourced(),
  parentId: text('parent_id'),
  kind: text('kind').notNull(),
  title: text('title').notNull(),
  firstDay: day('first_day').notNull(),
  lastDay: day('last_day').notNull(),
})

export const courses = pgTable('courses', {
  id: id(),
  sourcedId: sourced(),
  title: text('title').notNull(),
  code: text('code').notNull(),
})

export const sections = pgTable('sections', {
  id: id(),
  sourcedId: sourced(),
  courseId: text('course_id')
    .notNull()
    .references(() => courses.id),
  schoolId: text('school_id')
    .notNull()
    .references(() => orgs.id),
  title: text('title').notNull(),
  /** When in the day the class meets: the school's own name of the hour. */
  meets: text('meets').notNull(),
  termIds: jsonb('term_ids').$type<string[]>().notNull(),
})

/** People who sign in. A teacher comes with the roster and has no password until one is set. */
export const users = pgTable('users', {
  id: id(),
  sourcedId: sourced(),
  role: text('role').$type<'teacher' | 'registrar'>().notNull(),
  email: text('email').unique(),
  givenName: text('given_name').notNull(),
  familyName: text('family_name').notNull(),
  passwordHash: text('password_hash'),
  /** Off: left the roster, or switched off by the district; signs in no more, and every session has ended. */
  enabled: boolean('enabled').notNull().default(true),
})

/** Where somebody is signed in. The cookie names it; without its row the cookie is worth nothing. */
export const sessions = pgTable(
  'sessions',
  {
    id: id(),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    /** What the browser said that it is, in a few words. */
    device: text('device').notNull(),
    createdAt: instant('created_at').notNull(),
    seenAt: instant('seen_at').notNull(),
  },
  (t) => [index('sessions_user').on(t.userId)],
)

export const students = pgTable('students', {
  id: id(),
  sourcedId: sourced(),
  givenName: text('given_name').notNull(),
  familyName: text('family_name').notNull(),
  pronouns: text('pronouns'),
})

export const sectionTeachers = pgTable(
  'section_teachers',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.userId] }), index('section_teachers_user').on(t.userId)],
)

/** One span of days of a student in a class; both days belong to it. */
export const enrolments = pgTable(
  'enrolments',
  {
    id: id(),
    sourcedId: sourced(),
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    studentId: text('student_id')
      .notNull()
      .references(() => students.id),
    firstDay: day('first_day').notNull(),
    lastDay: day('last_day'),
  },
  (t) => [index('enrolments_section').on(t.sectionId)],
)

// ---- Standards, scales and the bank, which belong to the district ----

export const standards = pgTable('standards', {
  id: id(),
  parentId: text('parent_id'),
  code: text('code').notNull(),
  statement: text('statement').notNull(),
})
export const courseStandards = pgTable(
  'course_standards',
  {
    courseId: text('course_id').notNull(),
    standardId: text('standard_id')
      .notNull()
      .references(() => standards.id),
  },
  (t) => [primaryKey({ columns: [t.courseId, t.standardId] })],
)
export const proficiencyScales = pgTable('proficiency_scales', {
  id: id(),
  name: text('name').notNull(),
  levels: jsonb('levels').$type<Level[]>().notNull(),
})
export const bankEntries = pgTable('bank_entries', {
  id: id(),
  code: text('code').notNull(),
  topic: text('topic').notNull(),
  text: text('text').notNull(),
  starred: boolean('starred').notNull(),
  place: integer('place').notNull(),
})

// ---- The records of a class, each changed by acts only ----

/** What every record carries: its class, its id, and who changed it last, when and by which act. */
const kept = () => ({
  sectionId: text('section_id')
    .notNull()
    .references(() => sections.id),
  id: text('id').notNull(),
  changedBy: text('changed_by').notNull(),
  changedAt: instant('changed_at').notNull(),
  actId: text('act_id').notNull(),
})

export const assignments = pgTable(
  'assignments',
  {
    ...kept(),
    name: text('name').notNull(),
    shortName: text('short_name').notNull(),
    categoryId: text('category_id'),
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
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

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
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
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
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const cells = pgTable(
  'cells',
  {
    ...kept(),
    points: decimal('points'),
    percent: decimal('percent'),
    label: text('label'),
    level: decimal('level'),
    marks: jsonb('marks').$type<string[]>().notNull(),
    note: text('note').notNull(),
    noteFor: text('note_for').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const evidence = pgTable('evidence', { ...kept(), level: decimal('level') }, (t) => [
  primaryKey({ columns: [t.sectionId, t.id] }),
])

export const overrides = pgTable(
  'overrides',
  {
    ...kept(),
    percent: decimal('percent'),
    label: text('label'),
    reason: text('reason').notNull(),
    familyLine: text('family_line').notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const remarks = pgTable('remarks', { ...kept(), text: text('text').notNull() }, (t) => [
  primaryKey({ columns: [t.sectionId, t.id] }),
])

export const declarations = pgTable(
  'declarations',
  {
    ...kept(),
    declared: boolean('declared').notNull(),
    reason: text('reason').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

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

/** Grades as they were when a period was declared; a declaration after reopening writes a new set. */
export const declaredGrades = pgTable(
  'declared_grades',
  {
    actId: text('act_id').notNull(),
    sectionId: text('section_id').notNull(),
    periodId: text('period_id').notNull(),
    studentId: text('student_id').notNull(),
    percent: text('percent'),
    label: text('label'),
    unadjusted: text('unadjusted'),
    overridden: boolean('overridden').notNull(),
    computedPercent: text('computed_percent'),
    computedLabel: text('computed_label'),
    remark: text('remark').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.actId, t.periodId, t.studentId] }),
    index('declared_grades_section').on(t.sectionId, t.periodId),
  ],
)

/**
 * The journal: every act, in the order in which it was taken. It is only ever added to; a text that is being written has
 * one line for the sitting, which moves to its end with each writing.
 */
export const journal = pgTable(
  'journal',
  {
    seq: bigserial('seq', { mode: 'number' }).notNull().unique(),
    id: id(),
    /** The class, the person or the district whose records it changed. */
    homeId: text('home_id').notNull(),
    userId: text('user_id').notNull(),
    kind: text('kind').notNull(),
    /** Acts on several homes that were one deed share it. */
    deedId: text('deed_id'),
    /** The act that this one takes back or does again. */
    ofId: text('of_id'),
    /** Writings of one text in one sitting share it, and are one line: the last, which names the earlier ones. */
    sitting: text('sitting'),
    earlierIds: jsonb('earlier_ids').$type<string[]>().notNull().default([]),
    /** The release of shapes that its changes are written in. */
    shape: smallint('shape').notNull().default(1),
    madeAt: instant('made_at').notNull(),
    takenAt: instant('taken_at').notNull(),
    changes: jsonb('changes').$type<Change[]>().notNull(),
    outcomes: jsonb('outcomes').$type<Outcome[]>().notNull(),
  },
  (t) => [
    index('journal_home').on(t.homeId, t.seq),
    index('journal_deed').on(t.deedId),
    index('journal_sitting').on(t.sitting),
  ],
)

// ---- Exchange ----

/** What the district and we both held after the last run, thing by thing. */
export const agreed = pgTable(
  'agreed',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    id: text('id').notNull(),
    type: text('type').notNull(),
    title: text('title').notNull(),
    fields: jsonb('fields').$type<Record<string, unknown>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const runs = pgTable(
  'runs',
  {
    id: id(),
    kind: text('kind').$type<'push' | 'roster' | 'import'>().notNull(),
    sectionId: text('section_id'),
    userId: text('user_id').notNull(),
    state: text('state').$type<RunState>().notNull(),
    startedAt: instant('started_at').notNull(),
    /** Renewed while somebody works on the run; an old one means that its worker is gone. */
    aliveAt: instant('alive_at').notNull(),
    finishedAt: instant('finished_at'),
    summary: text('summary').notNull(),
    /** How far a roster has come, in steps of so many. */
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** What a roster's run has to say beside its items: what it found odd, or asks about. */
    found: jsonb('found').$type<RosterFindings>(),
  },
  (t) => [index('runs_user').on(t.userId, t.startedAt), index('runs_section').on(t.sectionId)],
)

export const runItems = pgTable(
  'run_items',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    place: integer('place').notNull(),
    type: text('type').notNull(),
    id: text('id').notNull(),
    title: text('title').notNull(),
    step: text('step').notNull(),
    fields: jsonb('fields').$type<Record<string, unknown> | null>(),
    state: text('state').$type<'waiting' | 'sent' | 'refused' | 'held'>().notNull(),
    reason: text('reason'),
  },
  (t) => [primaryKey({ columns: [t.runId, t.place] }), uniqueIndex('run_items_id').on(t.runId, t.id)],
)

/** A roster that waits for an answer or is being laid: packed, and gone when its run is over. */
export const runRosters = pgTable('run_rosters', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id, { onDelete: 'cascade' }),
  packed: text('packed').notNull(),
})

/** The journal of rosters: what a run did to rows of the roster, some hundred to a line, each as it was and became. */
export const rosterChanges = pgTable(
  'roster_changes',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    place: integer('place').notNull(),
    part: text('part').$type<RosterPart>().notNull(),
    rows: jsonb('rows').$type<RosterRowChange[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.runId, t.place] })],
)

/** Failed sign-ins, counted for the rate limit; the columns are rate-limiter-flexible's. */
export const rateLimits = pgTable('rate_limits', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: instant('expire'),
})
