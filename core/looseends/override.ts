import { partsOf } from '../kind'
import { entriesOf } from '../records'
import type { Override } from '../grading/override'
import type { Plan } from '../plan/plan'
import { agrees, completed, overridePercent } from '../grading/grade'
import { planOf } from '../plan/rules'
import { fullName, type ClassSnapshot, type Student } from '../section'
import type { Find, LooseEnd } from './looseend'

/** An override whose percent and label do not agree, or whose label has left the scale, so that it is no grade. */
export const override: Find = (snapshot) => {
  const plan = planOf(snapshot)
  return entriesOf(snapshot.records, 'override').flatMap(([id, each]) => {
    const [studentId, periodId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((one) => one.id === studentId)
    if (!student) return []
    const mend = { view: 'close' as const, studentId, periodId }
    if (each.label !== null && overridePercent(plan, each) === null)
      return [{ ...gone(snapshot, student, each, periodId), mend }]
    return each.percent === null || agrees(plan, each) ? [] : [{ ...disagreeing(plan, id, student, each), mend }]
  })
}

type Found = Omit<LooseEnd, 'mend'>

function gone({ periods }: ClassSnapshot, student: Student, { label }: Override, periodId: string): Found {
  const period = periods.find((each) => each.id === periodId)?.title ?? ''
  return {
    code: 'override',
    message: { code: 'end.override-gone', student: fullName(student), period, label: label! },
  }
}

function disagreeing(plan: Readonly<Plan>, id: string, student: Student, each: Override): Found {
  const { label } = completed(plan, { percent: each.percent! })
  return {
    code: 'override',
    message: {
      code: 'end.override-disagrees',
      student: fullName(student),
      percent: each.percent!,
      label: each.label!,
    },
    fixes: [
      {
        message: { code: 'mend.override', percent: each.percent!, label: label! },
        kind: 'override',
        desired: [{ kind: 'override', id, to: { label } }],
      },
    ],
  }
}
