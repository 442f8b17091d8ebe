import { jointId, record } from '../../core/acts/records'
import type { Grade } from '../../core/grading/grade'
import { Grades } from '../../core/grading/grades'
import { assignmentsIn, rulesOf, planOf } from '../../core/grading/rules'
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
  /** As reported, as much of it as the plan shows to families; `unadjusted` is the grade before its course-level points, where they were added. */
  grade: {
    percent: string | null
    label: string | null
    unadjusted: string | null
    computed: string | null
    reason: string
  } | null
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
  const shown = ({ percent, label }: Grade) =>
    [plan.families === 'label' ? '' : percent, plan.families === 'percent' ? '' : label].filter(Boolean).join(' ')
  return students.map((student) => {
    const { effective, reported, computed, override, categories } = grades.of(student.id, period.id)
    const reason = record(snapshot.records, 'override', jointId(student.id, period.id)).reason
    return {
      student: fullName(student),
      school: snapshot.section.school,
      course: snapshot.section.course,
      className: snapshot.section.title,
      period: period.title,
      dates: `${period.firstDay} to ${period.lastDay}`,
      declared: record(snapshot.records, 'declaration', period.id).declared,
      printed: today,
      grade:
        reported && plan.families !== 'neither'
          ? {
              percent: plan.families === 'label' ? null : reported.percent,
              label: plan.families === 'percent' ? null : reported.label,
              unadjusted: effective && reported !== effective ? shown(effective) : null,
              computed: override && computed ? shown(computed) : null,
              reason: override ? reason : '',
            }
          : null,
      categories: rules.map(({ category, weight }) => ({
        name: category.name,
        weight: method === 'categories' ? weight : null,
        percent: categories.get(category.id)?.percent ?? null,
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
