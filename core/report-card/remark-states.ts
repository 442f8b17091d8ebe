import type { CivilDate } from '../calendar/date'
import type { Grade } from '../grading/grade'
import type { Period } from '../calendar/periods'
import { planOf } from '../plan/rules'
import { record, studentRecord } from '../records'
import { alike } from '../remarks/alike'
import { calledStudent } from '../remarks/called-student'
import { checkRemark, type RemarkFinding } from '../remarks/checks'
import { onCard } from '../remarks/on-card'
import { enrolledNow, type ClassSnapshot, type Student } from '../section'

/** A student's remark of a period: the personal part, all that the card says, and what is to be looked at in it. */
export interface RemarkState {
  /** As they are called. */
  student: Student
  remark: string
  card: string
  /** Whether the student is enrolled now: no remark is asked for one who has left. */
  here: boolean
  findings: RemarkFinding[]
}

/**
 * The remarks of a period, of these students, with what is to be looked at in each.
 *
 * @param today decides who is enrolled
 * @param gradeOf the grade as it counts; null where there is none yet, `not given` where none is given
 * @example remarkStates(snapshot, quarter2, students, '2026-11-25', () => 'not given')[0]?.findings[0]?.code // 'remark.other-name'
 */
export function remarkStates(
  snapshot: ClassSnapshot,
  period: Pick<Period, 'id'>,
  of: readonly Student[],
  today: CivilDate,
  gradeOf: (studentId: string) => Grade | null | 'not given',
): RemarkState[] {
  const { records, remarkBox } = snapshot
  const { lowLine } = planOf(snapshot)
  const enrolled = new Set(enrolledNow(snapshot, today).map(({ id }) => id))
  const students = of.map((each) => calledStudent(records, each))
  const said = record(records, 'statement', period.id)
  const remarkOf = (id: string) => studentRecord(records, 'remark', id, period.id).text
  const same = alike(new Map(students.map(({ id }) => [id, remarkOf(id)])))
  return students.map((student) => {
    const remark = remarkOf(student.id)
    const card = onCard(remark, said, student)
    const others = same.get(student.id)
    const here = enrolled.has(student.id)
    const findings = checkRemark(card, student, students, gradeOf(student.id), lowLine, remarkBox)
    return {
      ...{ student, remark, card, here },
      findings: [
        ...findings.filter(({ code }) => here || code !== 'remark.low-without-remark'),
        ...(others ? [{ code: 'remark.same' as const, others }] : []),
        ...(here && !remark.trim() && card ? [{ code: 'remark.statement-only' as const }] : []),
      ],
    }
  })
}
