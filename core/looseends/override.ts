import { partsOf } from '../acts/records'
import { agrees } from '../grading/grade'
import { planOf } from '../grading/section'
import { fullName } from '../section'
import type { Find } from './looseend'

/** An override whose percent and label do not agree. */
export const override: Find = (snapshot) =>
  Object.entries(snapshot.records.override).flatMap(([id, each]) => {
    if (agrees(planOf(snapshot), each)) return []
    const [studentId, periodId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((one) => one.id === studentId)
    if (!student) return []
    return [
      {
        code: 'override' as const,
        text: `The override of ${fullName(student)} says ${each.percent} and ${each.label}, which do not agree.`,
        mend: { view: 'close' as const, studentId, periodId },
      },
    ]
  })
