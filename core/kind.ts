import type { MessageOf } from './message'
import type { z } from 'zod'
import { id, joinedId } from './fields'
import type { Fixed } from './plan/fixed'
import type { GradingScale } from './scales/grading'
import type { ProficiencyScale } from './scales/proficiency'

/**
 * Everything that a person can change is a record: a kind, an id, and flat fields. A record that nobody has touched is
 * *blank*. Making and deleting are changes of the field `removed`, so that nothing is ever lost and every change has an
 * inverse. Each kind says in one file what it is; `kinds.ts` lists them, and everything else derives from the list.
 */
export interface RecordKind<S extends z.ZodObject = z.ZodObject> {
  /** What its ids name, in this order; several are joined. */
  names: readonly Named[]
  schema: S
  blank: Readonly<z.infer<S>>
  /** How fields of earlier releases are read, oldest first. */
  older?: readonly Older[]
  /** What a change of it moves: one score, one student's grades of longer periods, one student's row, or everything. */
  moves: 'score' | 'override' | 'row' | 'class'
  /** Kept as it is once the office has closed the period that its ids name. */
  closes?: true
  /** Why a change cannot be kept; null where it can. */
  refuse?: (change: ChangeOf<z.infer<S>>, ground: Ground) => Refusal | null
}

/** Why a change cannot be kept. */
export type Refusal = MessageOf<'refused' | 'scale' | 'levels'>

/** What an id names: the record itself, or something that it belongs to. */
export type Named = 'itself' | 'section' | 'district' | 'student' | 'assignment' | 'standard' | 'period' | 'course'

/** Reads fields of an earlier release: some of a record's, as changes have them. What is new already stays as it is. */
export interface Older {
  /** The first release of shapes that no longer needs it. */
  until: number
  read: (fields: Readonly<Record<string, unknown>>) => Record<string, unknown>
}

/** A change of one record, with what stands there before it. */
export interface ChangeOf<R> {
  id: string
  to: Partial<R>
  present: Readonly<R>
}

/** What a change is held against. */
export interface Ground {
  /** Whether something of that id is there to be spoken of. */
  knows(what: Exclude<Named, 'itself'> | 'category', id: string): boolean
  /** Whether the office has closed a period, and not opened it for this class. */
  isClosed(periodId: string): boolean
  policy: Readonly<Fixed>
  /** Scales that there are, by which it is told whether the district allows one. */
  scales: readonly (GradingScale & { id: string })[]
  /** The scale in which a standard is judged. */
  levelsFor(standardId: string): ProficiencyScale
  /** The scale of a class that chooses none. */
  districtLevels: ProficiencyScale
  /** The scales of levels that a plan can choose. */
  levelScales: readonly ProficiencyScale[]
}

/** A kind, with its types found from its schema, and what its ids name. */
export const kind = <S extends z.ZodObject, const N extends readonly Named[]>(
  given: RecordKind<S> & { names: N },
): RecordKind<S> & { names: N } => given

/** What ids of the kind look like. */
export const idOf = ({ names }: Pick<RecordKind, 'names'>): z.ZodType<string> =>
  names.length === 1 ? id : joinedId(names.length)

/**
 * The id of a record that belongs to several things at once, in this order: student, assignment, standard or period.
 *
 * @example jointId('student-1', 'assignment-9') // 'student-1/assignment-9'
 */
export const jointId = (...ids: string[]) => ids.join('/')

/** The first part of a joint id, and the rest of it. @example cutId('ann/lab/std') // ['ann', 'lab/std'] */
export function cutId(joint: string): [first: string, rest: string] {
  const at = joint.indexOf('/')
  return at < 0 ? [joint, ''] : [joint.slice(0, at), joint.slice(at + 1)]
}

/** The parts of a joint id. */
export const partsOf = (joint: string) => joint.split('/')
