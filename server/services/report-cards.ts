import { jointId } from '../../core/kind'
import { record } from '../../core/records'
import { familyGrade, type FamilyGrade } from '../../core/families/grade'
import { Grades } from '../../core/grading/grades'
import { assignmentsIn, rulesOf, planOf } from '../../core/plan/rules'
import { studentsIn } from '../../core/grading/section'
import { calculatedLevel, evidenceOf, windowOfLevels } from '../../core/proficiency/level'
import { fullName } from '../../core/section'
import type { Db } from '../database/client'
import { Problem } from './problem'
import { loadSnapshot } from './snapshot'

/** One student's report card for one class and period, ready to draw. */
export interface ReportCard {
  student: string
  school: string
  course: string
  className: string
  period: string
  dates: string
  declared: boolean
  printed: string
  grade: FamilyGrade | null
  categories: { name: string; weight: string | null; percent: string | null }[]
  standards: { code: string; statement: string; level: string | null }[]
  remark: string
}

/**
 * Gathers the report cards of a period: of one student, or of the whole class in roster order. Private notes have no
 * place in them.
 *
 * @throws Problem `no-period`, `no-student`
 */
export async function reportCards(
  db: Db,
  sectionId: string,
  periodId: string,
  studentId: string | null,
  today: string,
): Promise<ReportCard[]> {
  const snapshot = await loadSnapshot(db, sectionId)
  const period = snapshot.periods.find((each) => each.id === periodId)
  if (!period) throw new Problem(404, 'no-period', 'The grading period is not of this class.')
  const students = studentsIn(snapshot, period).filter((each) => studentId === null || each.id === studentId)
  if (students.length === 0)
    throw new Problem(404, 'no-student', 'There is no such student in this class in that period.')
  const plan = planOf(snapshot)
  const assignments = assignmentsIn(snapshot, period)
  const grades = new Grades(snapshot)
  const { method, categories: rules } = rulesOf(snapshot, plan, period)
  const evidenceWindow = windowOfLevels(snapshot, period)
  const tagged = new Set(assignments.flatMap((each) => each.standardIds))
  return students.map((student) => {
    const grade = grades.of(student.id, period.id)
    const typed = record(snapshot.records, 'override', jointId(student.id, period.id))
    return {
      student: fullName(student),
      school: snapshot.section.school,
      course: snapshot.section.course,
      className: snapshot.section.title,
      period: period.title,
      dates: `${period.firstDay} to ${period.lastDay}`,
      declared: record(snapshot.records, 'declaration', period.id).declared,
      printed: today,
      grade: familyGrade(plan, grade, typed),
      categories: rules.map(({ category, weight }) => ({
        name: category.name,
        weight: method === 'categories' ? weight : null,
        percent: grade.categories.get(category.id)?.percent ?? null,
      })),
      standards: snapshot.standards
        .filter((standard) => tagged.has(standard.id))
        .map((standard) => ({
          code: standard.code,
          statement: standard.statement,
          level:
            calculatedLevel(snapshot, evidenceOf(snapshot, student, standard.id, evidenceWindow))?.level.label ?? null,
        })),
      remark: record(snapshot.records, 'remark', jointId(student.id, period.id)).text,
    }
  })
}
