import { partsOf } from '../kind'
import { entriesOf } from '../records'
import type { Override } from '../grading/override'
import type { Plan } from '../plan/plan'
import type { MessageOf } from '../message'
import { thousandths } from '../number/decimal'
import { topOf } from '../scales/grading'
import { probablyMeant } from '../scores/outlier'
import { agrees, completed, overridePercent } from '../grading/grade'
import { planOf } from '../plan/rules'
import { fullName, type ClassSnapshot, type Student } from '../section'
import type { Find, LooseEnd } from './looseend'

/**
 * Finds overrides to fix: the percent and letter disagree, the scale no longer has the letter (so there is no grade), or the
 * percent is above the scale's top and wasn't confirmed (a 995 typed for a 95).
 */
export const override: Find = (snapshot) => {
  const plan = planOf(snapshot)
  return entriesOf(snapshot.records, 'override').flatMap(([id, each]) => {
    const [studentId, periodId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((one) => one.id === studentId)
    if (!student) return []
    const mend = { view: 'close' as const, studentId, periodId }
    if (each.label !== null && overridePercent(plan, each) === null)
      return [{ ...gone(snapshot, student, each, periodId), mend }]
    if (each.percent === null) return []
    return [
      ...(agrees(plan, each) ? [] : [{ ...disagreeing(plan, id, student, each), mend }]),
      ...(isHigh(plan, each) ? [{ ...high(snapshot, id, student, each.percent), mend }] : []),
    ]
  })
}

type Found = Omit<LooseEnd, 'mend'>

const isHigh = ({ scale }: Readonly<Plan>, { percent, meant }: Override): boolean =>
  percent !== null && thousandths(percent) > thousandths(topOf(scale)) && meant !== percent

function high(snapshot: ClassSnapshot, id: string, student: Student, percent: string): Found {
  const plan = planOf(snapshot)
  const periodId = partsOf(id)[1]
  const period = snapshot.periods.find((each) => each.id === periodId)?.title ?? ''
  const top = topOf(plan.scale)
  const shorter = probablyMeant(percent, '100')
  const fix = (to: Partial<Override>, message: MessageOf<'mend'>) => ({
    message,
    kind: 'override' as const,
    desired: [{ kind: 'override' as const, id, to }],
  })
  return {
    code: 'override',
    message: { code: 'end.override-high', student: fullName(student), period, percent, top },
    fixes: [
      ...(shorter === null ? [] : [fix(completed(plan, { percent: shorter }), { code: 'mend.meant', score: shorter })]),
      fix({ meant: percent }, { code: 'mend.stays', score: percent }),
    ],
  }
}

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
