import type { Period } from '../calendar/periods'
import { declaredLevels } from '../families/declared'
import type { DeclaredCard } from '../families/declared-card'
import type { FamilyGrade } from '../families/family-grade'
import { familyGrade } from '../families/grade'
import type { GradePart } from '../families/grade-part'
import { familyLevels } from '../families/levels'
import type { Grades } from '../grading/grades'
import { isGraded, planOf } from '../plan/rules'
import { levelsIn } from '../proficiency/levels-in'
import type { StandardLevel } from '../proficiency/standard-level'
import { levelWindow, type LevelWindow } from '../proficiency/window'
import { studentRecord } from '../records'
import { cardRemark } from '../remarks/card-remark'
import { fullName, rosterName, type ClassSnapshot, type Student } from '../section'
import type { DeclaredGrade } from './declared-grade'
import { madeOf } from './made-of'

/** What a class says of a student on a card. */
export interface CardBody {
  name: string
  rosterName: string
  /** Whether grades are given here at all; else the card speaks of levels alone. */
  isGraded: boolean
  grade: FamilyGrade | null
  parts: GradePart[]
  standards: StandardLevel[]
  /** Learning habits, apart from grades and levels. */
  habits: StandardLevel[]
  remark: string
}

/** Makes the bodies of a period's cards, as things are now. */
export function cardBodies(
  snapshot: ClassSnapshot,
  period: Period,
  grades: Grades,
  window: LevelWindow = levelWindow(snapshot, period),
): (student: Student) => CardBody {
  const plan = planOf(snapshot)
  const { reports } = plan.proficiency
  const isGradedHere = isGraded(snapshot, plan, period)
  return (student) => {
    const work = grades.work(student.id, period.id)
    const typed = studentRecord(snapshot.records, 'override', student.id, period.id)
    return {
      name: fullName(student),
      rosterName: rosterName(student),
      isGraded: reports !== 'levels' && (isGradedHere || work.override !== null),
      grade: familyGrade(plan, grades.of(student.id, period.id), typed),
      parts: reports === 'levels' ? [] : madeOf(plan, work),
      ...familyLevels(plan, levelsIn(window, student.id)),
      remark: cardRemark(snapshot, student, period.id),
    }
  }
}

/** What a declaration keeps of a card's body. What standards say is read from them: it doesn't change with a class. */
export function keptOf({ remark: _, standards, habits, ...body }: CardBody): DeclaredCard {
  const kept = ({ standardId, code, isArea, level }: StandardLevel) => ({
    ...{ standardId, code, isArea },
    level: level && { value: level.value, label: level.label, short: level.short },
  })
  return { ...body, standards: standards.map(kept), habits: habits.map(kept) }
}

/**
 * Returns a card's body as it was declared, or null where the declaration kept none.
 *
 * @example declaredBody(snapshot, snapshot.declared.q1![0]!)?.grade?.percent // '88.7'
 */
export function declaredBody(snapshot: ClassSnapshot, { card, remark }: DeclaredGrade): CardBody | null {
  return card && { ...card, ...declaredLevels(snapshot, card), remark }
}
