import { z } from 'zod'
import { gradingScale, plusMinus } from '../scales/grading'
import { marks, value } from '../scores/score'
import { civilDate, decimal, id, percent } from '../fields'

/**
 * Everything of a class that a teacher can change is a record: a kind, an id, and flat fields. A record that nobody has
 * touched is *blank*. Making and deleting are changes of the field `removed`, so that nothing is ever lost and every
 * change has an inverse.
 */

const name = z.string().trim().min(1, 'Give it a name.').max(120, 'A name has room for 120 characters.')
const shortName = z.string().trim().min(1, 'Give it a short name for the column head.').max(12)

const assignment = z.strictObject({
  name,
  shortName,
  categoryId: id.nullable(),
  dueOn: civilDate.nullable(),
  points: decimal,
  multiplier: decimal.refine((text) => Number(text) > 0, 'A multiplier is above 0.'),
  counts: z.boolean(),
  description: z.string().max(4000),
  standardIds: z.array(id).max(40),
  /** Its place among assignments of one due date. */
  place: z.int(),
  removed: z.boolean(),
})

const category = z.strictObject({
  name,
  shortName,
  tint: z.int().min(1).max(6),
  weight: percent,
  place: z.int(),
  removed: z.boolean(),
})

/** How grades are made in the class. Its id is the section's. */
const plan = z.strictObject({
  method: z.enum(['categories', 'points']),
  scale: gradingScale,
  places: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  /** Percent of the points possible that a missing score counts as; null counts nothing. */
  missingCountsAs: percent.nullable(),
  incompleteCountsAs: z.enum(['nothing', 'zero']),
  /** A grade under this percent wants a remark. */
  lowLine: percent,
})

const cell = z.strictObject({
  value: value.nullable(),
  marks: z.array(z.enum(marks)).max(5),
  note: z.string().max(2000, 'A note has room for 2000 characters.'),
  noteFor: z.enum(['teacher', 'family']),
})

/** A level that the teacher gave a student for a standard on an assignment. */
const evidence = z.strictObject({ level: decimal.nullable() })

const override = z.strictObject({
  percent: percent.nullable(),
  label: z.string().min(1).max(6).nullable(),
  reason: z.string().max(500),
})

const remark = z.strictObject({ text: z.string().max(4000, 'A remark has room for 4000 characters.') })

/** Whether a grading period is declared complete for the class. Its id is the period's. */
const declaration = z.strictObject({ declared: z.boolean(), reason: z.string().max(500) })

export const schemas = { assignment, category, plan, cell, evidence, override, remark, declaration }
export type Kind = keyof typeof schemas
export type RecordOf<K extends Kind> = z.infer<(typeof schemas)[K]>
export type Assignment = RecordOf<'assignment'>
export type Category = RecordOf<'category'>
export type Plan = RecordOf<'plan'>
export type Cell = RecordOf<'cell'>
export type Evidence = RecordOf<'evidence'>
export type Override = RecordOf<'override'>
export type Remark = RecordOf<'remark'>
export type Declaration = RecordOf<'declaration'>

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
    description: '',
    standardIds: [],
    place: 0,
    removed: true,
  },
  category: { name: 'Untitled', shortName: 'Untitled', tint: 1, weight: '0', place: 0, removed: true },
  plan: {
    method: 'points',
    scale: plusMinus,
    places: 1,
    missingCountsAs: '0',
    incompleteCountsAs: 'nothing',
    lowLine: '70',
  },
  cell: { value: null, marks: [], note: '', noteFor: 'teacher' },
  evidence: { level: null },
  override: { percent: null, label: null, reason: '' },
  remark: { text: '' },
  declaration: { declared: false, reason: '' },
}

/** All records of one class, by kind and id. A missing one is blank. */
export type Records = { [K in Kind]: Record<string, RecordOf<K>> }

export function noRecords(): Records {
  return { assignment: {}, category: {}, plan: {}, cell: {}, evidence: {}, override: {}, remark: {}, declaration: {} }
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
