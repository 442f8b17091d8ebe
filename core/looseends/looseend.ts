import type { MessageOf } from '../message'
import type { CivilDate } from '../calendar/date'
import type { ActKind } from '../acts/act'
import type { Desired } from '../desired'
import type { ClassSnapshot } from '../section'

/** Something that would surprise the teacher later, and where it is mended. */
export interface LooseEnd {
  code: LooseEndCode
  message: MessageOf<'end'>
  /** Where it can be looked at and mended by hand. */
  mend:
    | { view: 'gradebook'; assignmentId: string; studentId?: string }
    | { view: 'plan' }
    | { view: 'close'; studentId: string; periodId: string }
    | { view: 'proficiency'; studentId?: string; standardId: string; periodId: string }
    | { view: 'standards' }
    | { view: 'habits'; periodId: string }
  /** The mends in one step, where there are such. */
  fixes?: { message: MessageOf<'mend'>; kind: ActKind; desired: Desired[] }[]
}

export const looseEndCodes = [
  'weights',
  'empty-category',
  'scale',
  'scale-not-allowed',
  'periods-overlap',
  'rounded-twice',
  'no-period',
  'between-periods',
  'no-category',
  'removed-category',
  'no-points',
  'off-scale',
  'override',
  'drift',
  'incomplete',
  'level-override',
  'no-evidence',
  'one-day',
  'untold',
  'habits',
  'same-code',
  'withdrawn',
  'low-scores',
  'far-above',
  'unread',
  'refused',
  'undecided',
] as const
export type LooseEndCode = (typeof looseEndCodes)[number]

/** `today` is null where no day is looked at: then what depends on it is left out. */
export type Find = (snapshot: ClassSnapshot, today: CivilDate | null) => LooseEnd[]
