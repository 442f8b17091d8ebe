import type { z } from 'zod'
import { intake } from './exchange/intake'
import { cardLayout } from './report-card/layout'
import { schoolHead } from './report-card/school-head'
import { driftLeft } from './report-card/drift-left'
import { closing } from './grading/closing'
import { declaration } from './grading/declaration'
import { override } from './grading/override'
import { reportingWindow, windowGrant, windowRequest } from './grading/reporting-window'
import { idOf, partsOf, type ChangeOf, type Ground, type Named, type RecordKind, type Refusal } from './kind'
import { assignment } from './plan/assignment'
import { category } from './plan/category'
import { pattern } from './plan/pattern'
import { plan } from './plan/plan'
import { policy } from './plan/policy'
import { evidence } from './proficiency/evidence'
import { observation } from './proficiency/observation'
import { levelOverride } from './proficiency/level-override'
import { bankEntry } from './remarks/bank-entry'
import { bankStar } from './remarks/bank-star'
import { calledAs } from './remarks/called-as'
import { remark } from './remarks/remark'
import { statement } from './remarks/statement'
import { courseStandard, standard } from './proficiency/standard'
import { ownLevelScale } from './scales/own-level-scale'
import { ownScale } from './scales/own-scale'
import { cell } from './scores/cell'

/** The kinds of record that there are. A new one is its file, its table, and its line here. */
export const kinds = {
  assignment,
  category,
  plan,
  cell,
  evidence,
  levelOverride,
  observation,
  override,
  remark,
  statement,
  calledAs,
  closing,
  declaration,
  driftLeft,
  windowRequest,
  bankEntry,
  bankStar,
  reportingWindow,
  windowGrant,
  scale: ownScale,
  levelScale: ownLevelScale,
  standard,
  courseStandard,
  pattern,
  policy,
  cardLayout,
  schoolHead,
  intake,
}
export type Kind = keyof typeof kinds
export type RecordOf<K extends Kind> = z.infer<(typeof kinds)[K]['schema']>
export const kindNames = Object.keys(kinds) as [Kind, ...Kind[]]

/** Kinds of which a student has one for each of something else: a score for an assignment, a remark for a period. */
export type StudentKind = {
  [K in Kind]: (typeof kinds)[K]['names'] extends readonly ['student', Named, ...Named[]] ? K : never
}[Kind]
const ofStudents = new Set<Kind>(
  kindNames.filter((name) => kinds[name].names[0] === 'student' && kinds[name].names.length > 1),
)
export const isOfStudents = (kind: Kind): kind is StudentKind => ofStudents.has(kind)

/** The release of shapes that this code writes. What is stored says which it was written with. */
export const SHAPE = 10

const each = <T>(of: (kind: RecordKind) => T) =>
  Object.fromEntries(Object.entries(kinds).map(([name, kind]) => [name, of(kind as unknown as RecordKind)]))

/** What a record of each kind looks like, and its id. */
export const schemas = each((kind) => kind.schema) as { [K in Kind]: (typeof kinds)[K]['schema'] }
export const idSchemas = each(idOf) as Readonly<Record<Kind, z.ZodType<string>>>

/** What each kind of record is before anybody has touched it. */
export const blanks = each((kind) => kind.blank) as { [K in Kind]: Readonly<RecordOf<K>> }

/**
 * Reads fields that an earlier release wrote: some of a record's, or all.
 *
 * @param shape the release of shapes that they were written with
 * @example fromShape('pattern', { assignment: { points: '10' } }, 1) // { assignment: { points: '10', extraCredit: false } }
 */
export function fromShape(kind: Kind, fields: Record<string, unknown>, shape: number): Record<string, unknown> {
  const older = (kinds[kind] as unknown as RecordKind).older ?? []
  return older.reduce((read, { until, read: next }) => (shape < until ? next(read) : read), fields)
}

/** A whole record that an earlier release wrote: what it does not have yet is as it is in a blank one. */
export const wholeFromShape = (kind: Kind, fields: Record<string, unknown>, shape: number): Record<string, unknown> =>
  shape < SHAPE ? { ...blanks[kind], ...fromShape(kind, fields, shape) } : fields

/** Why a change cannot be kept, or null: what its id names is not there, or the kind itself says no. */
export function refusalOf(
  change: { kind: Kind; id: string; to: object },
  present: object,
  ground: Ground,
): Refusal | null {
  const { names, closes, refuse } = kinds[change.kind] as unknown as RecordKind
  const ids = partsOf(change.id)
  const unknown = names.find((what, at) => what !== 'itself' && !ground.knows(what, ids[at] ?? ''))
  if (unknown && unknown !== 'itself') return { code: 'refused.not-there', what: unknown }
  if (closes && ground.isClosed(ids[names.indexOf('period')] ?? '')) return { code: 'refused.window-closed' }
  return refuse?.({ id: change.id, to: change.to, present } as ChangeOf<never>, ground) ?? null
}
