import { z } from 'zod'
import { roundings } from '../number/round'
import { gradingScale, scaleStep } from '../scales/grading'
import { plusMinus } from '../scales/shipped'
import { marks, value } from '../scores/score'
import { civilDate, decimal, id, joinedId, name as nameOf, percent, place, text } from '../fields'

/**
 * Everything that a person can change is a record: a kind, an id, and flat fields. A record that nobody has
 * touched is *blank*. Making and deleting are changes of the field `removed`, so that nothing is ever lost and every
 * change has an inverse.
 */

const name = nameOf(120, 'Give it a name.', 'A name has room for 120 characters.')
const shortName = nameOf(12, 'Give it a short name for the column head.')

/** When a family sees an assignment. */
export const visibility = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('now') }),
  z.strictObject({ from: z.literal('due date') }),
  z.strictObject({ from: z.literal('days before'), days: z.int().min(1).max(60) }),
  z.strictObject({ from: z.literal('date'), date: civilDate }),
  z.strictObject({ from: z.literal('never') }),
])
export type Visibility = z.infer<typeof visibility>

const assignment = z.strictObject({
  name,
  shortName,
  categoryId: id.nullable(),
  dueOn: civilDate.nullable(),
  points: decimal,
  multiplier: decimal.refine((text) => Number(text) > 0, 'A multiplier is above 0.'),
  /** Off: scored and shown, in no calculation of a grade. */
  counts: z.boolean(),
  scoredIn: z.enum(['points', 'levels']),
  visibility,
  /** Whether families see its scores, once they see it. */
  released: z.boolean(),
  /** Put away: not a column of the sheet until it is asked for. It counts as ever. */
  hidden: z.boolean(),
  /** Copies in several classes that were made as one share it. */
  linkId: id.nullable(),
  description: text(4000),
  standardIds: z.array(id).max(40),
  /** From which percent of its points on they show which level; null leaves it to the scale, and none converts nothing. */
  cutOffs: z
    .array(z.strictObject({ level: decimal, from: percent }))
    .max(12)
    .nullable(),
  /** Its place among assignments of one due date. */
  place,
  removed: z.boolean(),
})

export const bases = ['points', 'equal'] as const
export const dropRules = ['lowest percent', 'best for the student'] as const
export const DROP_MOST = 99

const category = z.strictObject({
  name,
  shortName,
  tint: z.int().min(1).max(6),
  weight: percent,
  /** `points`: by the points of its items; `equal`: every item the same size. */
  basis: z.enum(bases),
  dropCount: z.int().min(0, 'Write 0 or more.').max(DROP_MOST, `At most ${DROP_MOST} scores can be dropped.`),
  dropRule: z.enum(dropRules),
  /** Where the drop would take everything, all but the one that leaves the best result go. */
  keepOne: z.boolean(),
  extraCredit: z.boolean(),
  /** Off: its result is shown and is in no grade. */
  counts: z.boolean(),
  /** Off: no longer offered for new assignments. */
  active: z.boolean(),
  /** What a new assignment of this category begins with. */
  defaults: z.strictObject({ points: decimal, counts: z.boolean(), visibility }),
  place,
  removed: z.boolean(),
})

export const methods = ['categories', 'points', 'assignments', 'none'] as const
const method = z.enum(methods)

/** How a longer period gets its grade. */
export const composition = z.discriminatedUnion('rule', [
  z.strictObject({
    rule: z.literal('compose'),
    /** By child period; one that is not named has the weight of its kind. */
    weights: z.record(id, percent),
    enters: z.enum(['exact', 'displayed']),
  }),
  z.strictObject({ rule: z.literal('all work') }),
])
export type Composition = z.infer<typeof composition>

export const levelMethods = [
  'most recent',
  'mean of the last',
  'mean',
  'median',
  'highest',
  'mode',
  'decaying average',
  'power law',
] as const

/** How levels are calculated from evidence. */
const proficiency = z.strictObject({
  method: z.enum(levelMethods),
  /** How many count under *mean of the last*. */
  last: z.int().min(1).max(20),
  /** How loud the newest evidence speaks under *decaying average*, from 0.5 to 0.9. */
  decay: decimal.refine((text) => Number(text) >= 0.5 && Number(text) <= 0.9, 'Write a number from 0.5 to 0.9.'),
  window: z.enum(['period', 'year']),
  leastEvidence: z.int().min(1).max(20),
  missingIsLowest: z.boolean(),
})

/** How grades are made in the class. Its id is the section's. */
const plan = z.strictObject({
  method,
  /** A copy of a scale of the district's or the teacher's. */
  scale: gradingScale,
  places: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  rounding: z.enum(roundings),
  /** Whether a label is that of the grade as displayed, or of the unrounded one. */
  labelFrom: z.enum(['displayed', 'exact']),
  /** No computed percent goes above it; null leaves grades above 100 as they are. */
  cap: percent.nullable(),
  /** Percent of the points possible that a missing score counts as; null counts nothing. */
  missingCountsAs: percent.nullable(),
  incompleteCountsAs: z.enum(['nothing', 'zero']),
  /** A grade under this percent wants a remark. */
  lowLine: percent,
  /** Whether a single score under the line wants a note. */
  lowScoresWantNote: z.boolean(),
  /** What a new assignment's category is; null asks. */
  defaultCategoryId: id.nullable(),
  /** Periods that have a method and weights of their own. */
  own: z.record(id, z.strictObject({ method, weights: z.record(id, percent) })),
  /** How each longer period is made; one that is not named is composed by the weights of kinds. */
  parents: z.record(id, composition),
  /** Percentage points added when the grades of these periods are reported. */
  coursePoints: z.strictObject({ points: decimal, periodIds: z.array(id).max(40) }),
  proficiency,
  /** What of a grade families see. */
  families: z.enum(['percent', 'label', 'both', 'neither']),
})

const cell = z.strictObject({
  value: value.nullable(),
  marks: z.array(z.enum(marks)).max(5),
  note: text(2000, 'A note has room for 2000 characters.'),
  noteFor: z.enum(['teacher', 'family']),
})

/** A level that the teacher gave a student for a standard on an assignment. */
const evidence = z.strictObject({ level: decimal.nullable() })

const override = z.strictObject({
  percent: percent.nullable(),
  label: text(6).min(1).nullable(),
  reason: text(500),
})

const remark = z.strictObject({ text: text(4000, 'A remark has room for 4000 characters.') })

/** Whether a grading period is declared complete for the class. Its id is the period's. */
const declaration = z.strictObject({ declared: z.boolean(), reason: text(500) })

/** A grading scale of a teacher's own or of the district's, from which classes take their copies. */
const scale = z.strictObject({
  name: gradingScale.shape.name,
  steps: z.array(scaleStep).max(40),
  removed: z.boolean(),
})

/** An assignment to be made again: what a new one begins with. Its category goes by name, so that it fits any class. */
const pattern = z.strictObject({
  name,
  assignment: assignment
    .omit({
      categoryId: true,
      dueOn: true,
      hidden: true,
      linkId: true,
      standardIds: true,
      cutOffs: true,
      place: true,
      removed: true,
    })
    .extend({ category: text(120).nullable() }),
  removed: z.boolean(),
})

/** What the district fixes for every class. A part that is null is left to the teacher. */
const policy = z.strictObject({
  /** Only these scales may be used. */
  scaleIds: z.array(id).max(40).nullable(),
  /** What the grading periods together and the exam windows together weigh in a longer period. */
  termWeights: z.strictObject({ work: percent, exam: percent }).nullable(),
  rounding: z
    .strictObject({ places: plan.shape.places, rounding: plan.shape.rounding, labelFrom: plan.shape.labelFrom })
    .nullable(),
  lowLine: percent.nullable(),
})

export const schemas = {
  assignment,
  category,
  plan,
  cell,
  evidence,
  override,
  remark,
  declaration,
  scale,
  pattern,
  policy,
}
export type Kind = keyof typeof schemas

/** What the id of a record of each kind is made of: how many ids, joined. */
export const idSchemas: Readonly<Record<Kind, z.ZodType<string>>> = {
  assignment: id,
  category: id,
  plan: id,
  cell: joinedId(2),
  evidence: joinedId(3),
  override: joinedId(2),
  remark: joinedId(2),
  declaration: id,
  scale: id,
  pattern: id,
  policy: id,
}
export type RecordOf<K extends Kind> = z.infer<(typeof schemas)[K]>
export type Assignment = RecordOf<'assignment'>
export type Category = RecordOf<'category'>
export type Plan = RecordOf<'plan'>
export type Cell = RecordOf<'cell'>
export type Evidence = RecordOf<'evidence'>
export type Override = RecordOf<'override'>
export type Remark = RecordOf<'remark'>
export type Declaration = RecordOf<'declaration'>
export type Policy = RecordOf<'policy'>
export type OwnScale = RecordOf<'scale'>
export type Pattern = RecordOf<'pattern'>
export type Method = Plan['method']

/** What each kind of record is before anybody has touched it. */
export const blanks: { [K in Kind]: Readonly<RecordOf<K>> } = {
  assignment: {
    name: 'Untitled',
    shortName: 'Untitled',
    categoryId: null,
    dueOn: null,
    points: '10',
    multiplier: '1',
    counts: true,
    scoredIn: 'points',
    visibility: { from: 'now' },
    released: true,
    hidden: false,
    linkId: null,
    description: '',
    standardIds: [],
    cutOffs: null,
    place: 0,
    removed: true,
  },
  category: {
    name: 'Untitled',
    shortName: 'Untitled',
    tint: 1,
    weight: '0',
    basis: 'points',
    dropCount: 0,
    dropRule: 'lowest percent',
    keepOne: false,
    extraCredit: false,
    counts: true,
    active: true,
    defaults: { points: '10', counts: true, visibility: { from: 'now' } },
    place: 0,
    removed: true,
  },
  plan: {
    method: 'points',
    scale: plusMinus,
    places: 1,
    rounding: 'half up',
    labelFrom: 'displayed',
    cap: null,
    missingCountsAs: '0',
    incompleteCountsAs: 'nothing',
    lowLine: '70',
    lowScoresWantNote: false,
    defaultCategoryId: null,
    own: {},
    parents: {},
    coursePoints: { points: '0', periodIds: [] },
    proficiency: {
      method: 'decaying average',
      last: 3,
      decay: '0.65',
      window: 'period',
      leastEvidence: 1,
      missingIsLowest: false,
    },
    families: 'both',
  },
  cell: { value: null, marks: [], note: '', noteFor: 'teacher' },
  evidence: { level: null },
  override: { percent: null, label: null, reason: '' },
  remark: { text: '' },
  declaration: { declared: false, reason: '' },
  scale: { name: 'Untitled', steps: [], removed: true },
  pattern: {
    name: 'Untitled',
    assignment: {
      name: 'Untitled',
      shortName: 'Untitled',
      category: null,
      points: '10',
      multiplier: '1',
      counts: true,
      scoredIn: 'points',
      visibility: { from: 'now' },
      released: true,
      description: '',
    },
    removed: true,
  },
  policy: { scaleIds: null, termWeights: null, rounding: null, lowLine: null },
}

/** All records of one home (a class, a teacher's desk, the district), by kind and id. A missing one is blank. */
export type Records = { [K in Kind]: Record<string, RecordOf<K>> }

export function noRecords(): Records {
  return {
    assignment: {},
    category: {},
    plan: {},
    cell: {},
    evidence: {},
    override: {},
    remark: {},
    declaration: {},
    scale: {},
    pattern: {},
    policy: {},
  }
}

/** The record, or the blank one of its kind. */
export function record<K extends Kind>(records: Records, kind: K, id: string): Readonly<RecordOf<K>> {
  return records[kind][id] ?? blanks[kind]
}

/**
 * The id of a record that belongs to several things at once, in this order: student, assignment, standard or period.
 *
 * @example jointId('student-1', 'assignment-9') // 'student-1/assignment-9'
 */
export const jointId = (...ids: string[]) => ids.join('/')

/** The parts of a joint id. */
export const partsOf = (joint: string) => joint.split('/')
