import type { ClassSnapshot } from '../section'

/** Something that would surprise the teacher later, and where it is mended. */
export interface LooseEnd {
  code: 'no-period' | 'no-category' | 'weights' | 'override'
  text: string
  /** Where the one-step mend is. */
  mend:
    | { view: 'gradebook'; assignmentId: string }
    | { view: 'plan' }
    | { view: 'close'; studentId: string; periodId: string }
}

export type Find = (snapshot: ClassSnapshot) => LooseEnd[]
