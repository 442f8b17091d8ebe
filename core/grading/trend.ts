import type { CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import { toDouble } from '../number/ratio'
import type { ClassSnapshot, Student } from '../section'
import { Grades } from './grades'
import { assignmentsIn } from '../plan/rules'

/** A student's computed grade of a period as it was once the work due until a day was in. */
export interface TrendPoint {
  date: CivilDate
  /** For a chart. */
  size: number
  percent: string
}

/**
 * How a student's computed grade came about over the period: after each due date, the grade that the work due until then
 * makes, by the scores and the plan as they are now.
 *
 * @param until the last day that is of interest
 * @example trendOf(snapshot, student, quarter2, today).at(-1)?.percent // the grade as it stands
 */
export function trendOf(snapshot: ClassSnapshot, student: Student, period: Period, until: CivilDate): TrendPoint[] {
  const work = assignmentsIn(snapshot, period)
  const dates = [...new Set(work.flatMap((each) => (each.dueOn && each.dueOn <= until ? each.dueOn : [])))]
  return dates.flatMap((date) => {
    const assignment = Object.fromEntries(
      Object.entries(snapshot.records.assignment).filter(([, each]) => each.dueOn !== null && each.dueOn <= date),
    )
    const then = { ...snapshot, students: [student], records: { ...snapshot.records, assignment } }
    const grade = new Grades(then).of(student.id, period.id).computed
    return grade ? [{ date, size: toDouble(grade.value), percent: grade.percent }] : []
  })
}
