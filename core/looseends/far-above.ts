import { jointId } from '../kind'
import { studentRecord } from '../records'
import { countedValue } from '../scores/contribution'
import { compare, ofDecimal } from '../number/ratio'
import { assignmentsOf } from '../plan/rules'
import { fullName } from '../section'
import { isFarAbove, isFarFromOthers, probablyMeant } from '../scores/outlier'
import { valueText } from '../scores/score'
import type { Find } from './looseend'

/** Scores of more than twice the points possible, or ten times what is usual, that nobody has said to be meant. */
export const farAbove: Find = (snapshot) =>
  assignmentsOf(snapshot).flatMap(({ id: assignmentId, name, points: possible }) => {
    const cells = snapshot.students.flatMap((student) => {
      const cell = studentRecord(snapshot.records, 'cell', student.id, assignmentId)
      return countedValue(cell) ? [{ student, cell }] : []
    })
    const typed = cells
      .flatMap(({ cell: { value } }) => (value && 'points' in value ? ofDecimal(value.points) : []))
      .toSorted(compare)
    const usual = { median: typed[(typed.length - 1) >> 1] ?? ofDecimal('0'), count: typed.length - 1 }
    return cells.flatMap(({ student, cell }) => {
      const isAbove = isFarAbove(cell, possible)
      if (!isAbove && !isFarFromOthers(cell, usual)) return []
      const id = jointId(student.id, assignmentId)
      const score = valueText(cell.value)
      const meant = probablyMeant(score, possible)
      return [
        {
          code: 'far-above' as const,
          message: {
            code: 'end.far-above' as const,
            student: fullName(student),
            score,
            possible,
            assignment: name,
            others: !isAbove,
          },
          mend: { view: 'gradebook' as const, assignmentId, studentId: student.id },
          fixes: [
            ...(meant
              ? [
                  {
                    message: { code: 'mend.meant' as const, score: meant },
                    kind: 'type' as const,
                    desired: [{ kind: 'cell' as const, id, to: { value: { points: meant } } }],
                  },
                ]
              : []),
            {
              message: { code: 'mend.stays' as const, score },
              kind: 'type' as const,
              desired: [{ kind: 'cell' as const, id, to: { meant: score } }],
            },
          ],
        },
      ]
    })
  })
