import type { CategoryRules, CopyChange, PlanPart } from '#core/plan/copy-plan'
import type { Plan } from '#core/plan/plan'
import { counted } from '~/composables/useWords'

/** A category's rules, as short as a comparison wants them. */
function categoryWords(each: CategoryRules): string {
  const parts = [
    each.extraCredit ? `extra, up to ${each.weight}` : each.weight,
    each.basis === 'equal' ? 'equal items' : '',
  ]
  if (each.dropCount)
    parts.push(
      `drops ${each.dropCount}${each.dropRule === 'lowest percent' ? '' : ', best for the student'}${each.keepOne ? ', keeps one' : ''}`,
    )
  if (!each.counts) parts.push('in no grade')
  return parts.filter(Boolean).join(', ')
}

/** What each rule of a plan is called. */
const fieldNames: Record<keyof Plan, string> = {
  method: 'Method',
  scale: 'Grading scale',
  places: 'Decimals shown',
  rounding: 'Rounding',
  labelFrom: 'Label from',
  cap: 'No grade above',
  missingCountsAs: 'Missing counts as',
  incompleteCountsAs: 'Incomplete counts as',
  lowLine: 'Low line',
  lowScoresWantNote: 'Low scores want a note',
  defaultCategoryId: 'Category of new work',
  own: 'Periods with their own weights',
  parents: 'Longer periods',
  coursePoints: 'Course-level points',
  proficiency: 'Proficiency',
  families: 'Families see',
}

/** A rule of a plan, as short as a comparison wants it. */
function inWords(field: keyof Plan, plan: Readonly<Plan>): string {
  const value = plan[field]
  switch (field) {
    case 'scale':
      return plan.scale.name
    case 'own':
      return counted(Object.keys(plan.own).length, 'period')
    case 'parents':
      return counted(Object.keys(plan.parents).length, 'period') + ' set'
    case 'coursePoints':
      return `${plan.coursePoints.points} in ${counted(plan.coursePoints.periodIds.length, 'period')}`
    case 'proficiency':
      return plan.proficiency.calculation.method
    case 'defaultCategoryId':
      return value ? 'chosen' : 'none'
    default:
      return value === null
        ? field === 'cap'
          ? 'no cap'
          : 'nothing'
        : value === true
          ? 'yes'
          : value === false
            ? 'no'
            : String(value)
  }
}

/** What of a plan can be copied by itself. */
export const partNames: Record<PlanPart, string> = {
  categories: 'Method and categories',
  scale: 'Grading scale',
  rounding: 'Rounding',
  marks: 'Missing work, low line, families',
  composition: 'Longer periods and course-level points',
  levels: 'Proficiency',
}

/** One change of a copied plan: of what, from what, to what. */
export function describeCopy(change: CopyChange): { what: string; before: string; after: string } {
  if (change.of === 'rule') {
    const { field, before, after } = change
    return { what: fieldNames[field], before: inWords(field, before), after: inWords(field, after) }
  }
  const { before, after, assignments, to } = change
  return {
    what: (after ?? before)!.name,
    before: before ? categoryWords(before) : 'not there',
    after: after ? categoryWords(after) : assignments ? `gone; ${counted(assignments, 'assignment')} to ${to}` : 'gone',
  }
}
