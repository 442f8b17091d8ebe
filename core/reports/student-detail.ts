import type { CategoryWork } from '../grading/work/period'
import type { GradeWork } from '../grading/work/grade'
import type { ItemWork } from '../grading/work/item'
import { Grades } from '../grading/grades'
import { studentsIn } from '../grading/section'
import { multiply, HUNDRED, type Ratio } from '../number/ratio'
import { tenths } from '../number/plain'
import { round, type Rounding } from '../number/round'
import { planOf } from '../plan/rules'
import { cellText } from '../scores/entry'
import type { Report, ReportCell } from './report'
import { studentCell } from './student-cell'

const percent = (share: Ratio | null) => (share ? tenths(multiply(share, HUNDRED)) : '')

/**
 * How each student's grade was made, down to the scores: each score with its share and how much hangs on it, what is
 * dropped or left out and why, each category's result, and the grade. A composed period lists its periods.
 */
export const studentDetail: Report = (snapshot, period, today) => {
  const grades = new Grades(snapshot)
  const plan = planOf(snapshot)
  return {
    columns: ['student', 'part', 'assignment', 'due', 'score', 'percent', 'weight', 'state'],
    rows: studentsIn(snapshot, period).flatMap((student) => {
      const work = grades.work(student.id, period.id)
      return [...partsOf(work, plan), gradeLine(work)].map((line) => [studentCell(snapshot, student, today), ...line])
    }),
  }
}

function partsOf({ how }: GradeWork, plan: Rounding): ReportCell[][] {
  if (how.made === 'of assignments')
    return how.categories.flatMap((category) => [
      ...category.items.map((item) => scoreLine(category, item)),
      categoryLine(category, plan),
    ])
  return how.children.map(({ work: { period, effective }, effectiveWeight }) => {
    const weight = effectiveWeight ? tenths(effectiveWeight) : ''
    return [
      period.title,
      '',
      '',
      effective?.label ?? '',
      effective?.percent ?? '',
      weight,
      effective ? '' : { note: 'no grade' },
    ]
  })
}

const nameOf = ({ category }: CategoryWork) => category?.name ?? ''

const scoreLine = (
  of: CategoryWork,
  { assignment, value, marks, share, of100, state, out }: ItemWork,
): ReportCell[] => [
  nameOf(of),
  assignment.name,
  assignment.dueOn ?? '',
  cellText({ value, marks: [...marks] }),
  percent(share),
  of100 ? tenths(of100) : '',
  standing(state, out),
]

const categoryLine = (each: CategoryWork, rounding: Rounding): ReportCell[] => [
  nameOf(each),
  '',
  '',
  '',
  each.result ? round(each.result, rounding) : '',
  each.effectiveWeight ? tenths(each.effectiveWeight) : '',
  each.why ? { note: 'no result', why: each.why } : '',
]

function standing(state: ItemWork['state'], out: ItemWork['out']): ReportCell {
  if (out) return { note: 'out', out }
  return state === 'dropped' ? { note: 'dropped' } : ''
}

function gradeLine({ period, computed, override, effective }: GradeWork): ReportCell[] {
  const own: ReportCell = override ? { note: 'overridden', computed: computed?.percent ?? null } : ''
  return [period.title, '', '', effective?.label ?? '', effective?.percent ?? '', '', own]
}
