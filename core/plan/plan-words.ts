import type { Category } from './category'
import type { Plan } from './plan'
import { many } from '../words'

/** A category's rules, as short as a comparison wants them. */
export function categoryWords(each: Omit<Category, 'removed'>): string {
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
export const fieldNames: Record<keyof Plan, string> = {
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
export function inWords(field: keyof Plan, plan: Readonly<Plan>): string {
  const value = plan[field]
  switch (field) {
    case 'scale':
      return plan.scale.name
    case 'own':
      return many(Object.keys(plan.own).length, 'period')
    case 'parents':
      return many(Object.keys(plan.parents).length, 'period') + ' set'
    case 'coursePoints':
      return `${plan.coursePoints.points} in ${many(plan.coursePoints.periodIds.length, 'period')}`
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
