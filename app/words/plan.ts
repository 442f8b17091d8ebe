import type { Assignment } from '#core/plan/assignment'
import type { Category } from '#core/plan/category'
import type { Composition } from '#core/plan/composition'
import type { Plan } from '#core/plan/plan'
import type { Visibility } from '#core/plan/visibility'
import { childrenOf, type Period } from '#core/calendar/periods'
import type { ClassSnapshot } from '#core/section'
import { compositionOf, planOf, type Listed } from '#core/plan/rules'
import { comeTo100, weightsAsShares } from '#core/plan/shares'
import { inLetters, listOf } from './counts'

/** Each rule of a plan, said back in one plain sentence. */

const methods: Record<Plan['method'], string> = {
  categories: 'Each category has a percent; the grade is their mean by weight.',
  points: 'All points count together: what was earned, of what was possible.',
  assignments: 'Each assignment has a percent; the grade is their mean by multiplier.',
  none: 'No grade is computed here, nor for the longer periods. You can still give one by hand.',
}

/** How the grade of a period is made. */
export const describeMethod = (method: Plan['method']): string => methods[method]

/**
 * One category's part in the grade.
 *
 * @param weights what all weights come to
 * @example describeCategory(checks, 'categories', 100) // 'Checks is 30 of 100, by points; the lowest one is dropped.'
 */
export function describeCategory(category: Listed<Category>, plan: Pick<Plan, 'method'>, weights: number): string {
  return `${[partOf(category, plan.method, weights), ...dropOf(category)].join('; ')}.`
}

function partOf(category: Category, method: Plan['method'], weights: number): string {
  const { name, weight } = category
  if (!category.counts) return `${name} is shown and counts in no grade`
  if (category.extraCredit)
    return method === 'categories' ? `${name} adds up to ${weight} points to the grade` : `${name} only adds`
  if (method !== 'categories') return `${name} counts by its ${method === 'points' ? 'points' : 'assignments'}`
  if (weight === '0') return `${name} is shown and counts nothing`
  return `${name} is ${weight} of ${weights}, ${category.basis === 'points' ? 'by points' : 'every item alike'}`
}

function dropOf({ dropCount, dropRule, keepOne }: Category): string[] {
  if (dropCount === 0) return []
  const several = dropCount > 1
  const which =
    dropRule === 'lowest percent' ? 'lowest' : several ? 'that help most when gone' : 'that helps most when gone'
  const gone =
    dropRule === 'lowest percent'
      ? `the ${which} ${inLetters(dropCount)} ${several ? 'are' : 'is'} dropped`
      : `the ${several ? inLetters(dropCount) : 'one'} ${which} ${several ? 'are' : 'is'} dropped`
  return [keepOne ? `${gone}, never the only one` : gone]
}

const roundingWords: Record<Plan['rounding'], string> = {
  'half up': 'halves go up',
  down: 'always down',
  up: 'always up',
  'nearest half': 'to the nearest half',
}

/** Rounding and labels. @example describeRounding(plan) // 'Grades show one place; halves go up. …' */
export function describeRounding(plan: Pick<Plan, 'places' | 'rounding' | 'labelFrom' | 'cap'>): string {
  const places =
    plan.rounding === 'nearest half'
      ? 'halves'
      : plan.places === 0
        ? 'whole numbers'
        : `${inLetters(plan.places)} place${plan.places === 1 ? '' : 's'}`
  const label = plan.labelFrom === 'displayed' ? 'the grade as shown' : 'the unrounded grade'
  const cap = plan.cap === null ? 'Grades above 100 stand.' : `No computed grade goes above ${plan.cap}.`
  return `Grades show ${places}, ${roundingWords[plan.rounding]}. The label is that of ${label}. ${cap}`
}

/** What missing and incomplete work counts as. */
export function describeMarks(plan: Pick<Plan, 'missingCountsAs' | 'incompleteCountsAs'>): string {
  const missing =
    plan.missingCountsAs === null
      ? 'counts nothing'
      : plan.missingCountsAs === '0'
        ? 'counts as zero'
        : `counts as ${plan.missingCountsAs} % of its points`
  return `Missing work ${missing}; incomplete work counts ${plan.incompleteCountsAs === 'zero' ? 'as zero' : 'nothing until a score is given'}.`
}

/** How a longer period gets its grade. */
export function describeParent(snapshot: ClassSnapshot, period: Period): string {
  const composition = compositionOf(snapshot, planOf(snapshot), period) as Composition
  if (composition.rule === 'all work')
    return `${period.title} is made of all its assignments as if it were one period. Overrides of the periods in it have no part.`
  const { weights } = composition
  const acts = comeTo100(Object.values(weights)) ? null : weightsAsShares(Object.entries(weights))
  const parts = childrenOf(snapshot.periods, period.id).map(({ id, title }) => {
    const acting = acts?.get(id)
    return `${title} (${weights[id]}${acting ? `, acts as ${acting}` : ''})`
  })
  const enters = composition.enters === 'exact' ? 'unrounded' : 'as shown, so it is rounded twice'
  return `${period.title} is made of ${listOf(parts)}; each enters ${enters}.`
}

/** Course-level points. */
export function describeCoursePoints(snapshot: ClassSnapshot): string {
  const { points, periodIds } = planOf(snapshot).coursePoints
  const named = snapshot.periods.filter((each) => periodIds.includes(each.id)).map((each) => each.title)
  if (points === '0' || named.length === 0) return 'No points are added for the course level.'
  return `${points} points are added when ${listOf(named)} ${named.length === 1 ? 'is' : 'are'} reported. Longer periods are made of the grade without them.`
}

/** When families see an assignment. */
export function describeVisibility(visibility: Visibility): string {
  switch (visibility.from) {
    case 'now':
      return 'at once'
    case 'due date':
      return 'on the due date'
    case 'days before':
      return `${visibility.days} days before the due date`
    case 'date':
      return `from ${visibility.date}`
    case 'never':
      return 'never'
  }
}

/** What is unusual about an assignment's part in the grade; nothing for one that simply counts. */
export const describeCounting = ({ counts, extraCredit }: Pick<Assignment, 'counts' | 'extraCredit'>): string =>
  !counts ? 'counts in no grade' : extraCredit ? 'extra credit' : ''
