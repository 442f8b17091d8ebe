import { jointId } from '../kind'
import { asOwnGrade, currentGrades, departures, isLeft } from '../report-card/declared'
import { record } from '../records'
import { fullName } from '../section'
import type { Find, LooseEnd } from './looseend'

/** Grades that are no longer what was declared: declared anew, or put back as they were. */
export const drift: Find = (snapshot) =>
  snapshot.periods.flatMap((period): LooseEnd[] => {
    const declared = snapshot.declared[period.id]
    if (!declared || !record(snapshot.records, 'declaration', period.id).declared) return []
    return departures(declared, currentGrades(snapshot, period)).flatMap(({ studentId, was, now }): LooseEnd[] => {
      const student = snapshot.students.find((each) => each.id === studentId)
      if (!student) return []
      if (isLeft(snapshot, studentId, period.id, now)) return []
      const before = was?.percent ?? null
      return [
        {
          code: 'drift',
          message: {
            code: 'end.drift',
            student: fullName(student),
            period: period.title,
            was: gradeWords(was),
            now: gradeWords(now),
          },
          mend: { view: 'close', studentId, periodId: period.id },
          fixes:
            before === null || was?.unadjusted
              ? []
              : [
                  {
                    message: { code: 'mend.drift-back', was: gradeWords(was)! },
                    kind: 'override',
                    desired: [
                      {
                        kind: 'override',
                        id: jointId(studentId, period.id),
                        to: asOwnGrade(was!),
                      },
                    ],
                  },
                ],
        },
      ]
    })
  })

const gradeWords = (grade: { percent: string | null; label: string | null } | null): string | null =>
  grade?.percent == null ? null : [grade.percent, grade.label].filter(Boolean).join(' ')
