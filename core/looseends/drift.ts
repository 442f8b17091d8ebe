import { jointId } from '../kind'
import type { Period } from '../calendar/periods'
import { asOwnGrade, currentGrades, departures, isSettled, type Departure } from '../report-card/declared'
import { record } from '../records'
import { fullName, type ClassSnapshot } from '../section'
import type { Find, LooseEnd } from './looseend'

/** Declared periods that no longer match what was declared: declared again, or put back as they were. One for each period. */
export const drift: Find = (snapshot) =>
  snapshot.periods.flatMap((period): LooseEnd[] => {
    const declared = snapshot.declared[period.id]
    if (!declared || !record(snapshot.records, 'declaration', period.id).declared) return []
    const open = departures(declared, currentGrades(snapshot, period)).filter(
      (each) => snapshot.students.some(({ id }) => id === each.studentId) && !isSettled(snapshot, each, period.id),
    )
    const [first, ...others] = open
    if (!first) return []
    const mend = { view: 'close' as const, studentId: first.studentId, periodId: period.id }
    if (!others.length) return [driftOf(snapshot, period, first, mend)]
    const message = { code: 'end.drift-many' as const, period: period.title, students: open.length }
    return [{ code: 'drift', message, mend }]
  })

function driftOf(
  snapshot: ClassSnapshot,
  period: Period,
  { studentId, was, now, differs }: Departure,
  mend: LooseEnd['mend'],
): LooseEnd {
  const student = fullName(snapshot.students.find((each) => each.id === studentId)!)
  if (!differs.includes('grade'))
    return { code: 'drift', message: { code: 'end.drift-other', student, period: period.title, what: differs }, mend }
  const canPutBack = was && was.percent !== null && !was.unadjusted
  return {
    code: 'drift',
    message: { code: 'end.drift', student, period: period.title, was: gradeWords(was), now: gradeWords(now) },
    mend,
    fixes: canPutBack
      ? [
          {
            message: { code: 'mend.drift-back', was: gradeWords(was)! },
            kind: 'override',
            desired: [{ kind: 'override', id: jointId(studentId, period.id), to: asOwnGrade(was) }],
          },
        ]
      : [],
  }
}

const gradeWords = (grade: { percent: string | null; label: string | null } | null): string | null =>
  grade?.percent == null ? null : [grade.percent, grade.label].filter(Boolean).join(' ')
