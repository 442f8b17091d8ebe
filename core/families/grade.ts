import type { Grade } from '../grading/grade'
import type { StudentGrade } from '../grading/grades'
import type { Override } from '../grading/override'
import type { Plan } from '../plan/plan'
import type { FamilyGrade } from './family-grade'

/**
 * As much of a grade as the plan shows to families, as it is reported.
 *
 * @returns null where there is no grade, or the plan shows none: neither percent nor letter, or levels alone
 * @example familyGrade(plan, grades.of('ann', 'q2'), override)?.percent // '88.7'
 */
export function familyGrade(
  { families, proficiency }: Pick<Plan, 'families' | 'proficiency'>,
  { computed, effective, reported, override }: StudentGrade,
  typed: Readonly<Pick<Override, 'familyLine' | 'incompleteUntil'>>,
): FamilyGrade | null {
  if (families === 'neither' || proficiency.reports === 'levels') return null
  const { incompleteUntil, familyLine: line } = typed
  if (incompleteUntil !== null)
    return { percent: null, label: null, unadjusted: null, computed: null, incompleteUntil, line }
  if (!reported) return null
  const percent = (grade: Grade) => (families === 'label' ? null : grade.percent)
  const label = (grade: Grade) => (families === 'percent' ? null : grade.label)
  const words = (grade: Grade) => [percent(grade), label(grade)].filter(Boolean).join(' ')
  return {
    percent: percent(reported),
    label: label(reported),
    unadjusted: effective && effective !== reported ? words(effective) : null,
    computed: override && computed ? words(computed) : null,
    incompleteUntil: null,
    line: override ? line : '',
  }
}
