import { standardsOf } from '../plan/standards-of'
import { enrolledNow, type Standard, type Student } from '../section'
import { levelIn } from './level'
import { shownStandards } from './levels-in'
import type { LevelWindow } from './window'

/** A level that a student of a period still lacks. */
export interface ToDecide {
  studentId: string
  standard: Standard
}

/** The habits that a class gives: those at the ends of their tree that are not withdrawn. */
export const habitsAsked = (window: LevelWindow): Standard[] => ends(window).filter((each) => each.habit)

/** The reported standards that anything of a period is about, and all habits. */
export function standardsAsked(window: LevelWindow): Standard[] {
  const shown = shownStandards(window)
  return ends(window).filter((each) => each.habit || (each.reported && shown.has(each.id)))
}

const ends = ({ snapshot, tree }: LevelWindow): Standard[] =>
  standardsOf(snapshot).filter((each) => each.withdrawnOn === null && tree.childrenOf(each.id).length === 0)

/** Students enrolled now. Students who have left need no levels. */
export const askedOf = ({ snapshot }: LevelWindow, today: string): Student[] => enrolledNow(snapshot, today)

/**
 * What is still to be decided of the levels and habits of a period: of each standard that the class works on, and of each
 * habit, the students who have no level, neither of their evidence nor of the teacher's own.
 *
 * @example toDecide(levelWindow(snapshot, quarter2), '2026-11-25').filter((each) => each.standard.habit).length // 12
 */
export function toDecide(window: LevelWindow, today: string): ToDecide[] {
  const students = askedOf(window, today)
  return standardsAsked(window).flatMap((standard) =>
    students
      .filter(({ id }) => !levelIn(window, id, standard.id).effective)
      .map(({ id }) => ({ studentId: id, standard })),
  )
}
