import { partsOf } from '../acts/records'
import { agrees, completed } from '../grading/grade'
import { planOf } from '../grading/rules'
import { fullName } from '../section'
import type { Find } from './looseend'

/** An override whose percent and label do not agree. */
export const override: Find = (snapshot) =>
  Object.entries(snapshot.records.override).flatMap(([id, each]) => {
    const plan = planOf(snapshot)
    if (each.percent === null || agrees(plan, each)) return []
    const [studentId, periodId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((one) => one.id === studentId)
    if (!student) return []
    const { label } = completed(plan, { percent: each.percent })
    return [
      {
        code: 'override' as const,
        text: `The override of ${fullName(student)} says ${each.percent} and ${each.label}, which do not agree.`,
        mend: { view: 'close' as const, studentId, periodId },
        fix: {
          words: `Make it ${each.percent} and ${label}`,
          kind: 'override' as const,
          wanted: [{ kind: 'override' as const, id, to: { label } }],
        },
      },
    ]
  })
