import { blanks } from '../kinds'
import { record } from '../records'
import type { Assignment } from './assignment'
import type { Category } from './category'
import type { Composition } from './composition'
import type { Method, Plan } from './plan'
import { ancestorsOf, belongs, childrenOf, type Period } from '../calendar/periods'
import { thousandths, type Decimal } from '../number/decimal'
import type { ClassSnapshot } from '../section'

export type Listed<R> = R & { id: string }

/** As much of a class as says how its plan acts. */
export interface PlanHolder {
  section: Pick<ClassSnapshot['section'], 'id'>
  records: ClassSnapshot['records']
  policy: ClassSnapshot['policy']
}

/**
 * The class's plan as it acts: the teacher's, or the stated default when there is none, with what the district fixes
 * laid over it.
 */
export function planOf(snapshot: PlanHolder): Readonly<Plan> {
  const own = record(snapshot.records, 'plan', snapshot.section.id)
  const { policy } = snapshot
  if (!policy.rounding && policy.lowLine === null) return own
  return { ...own, ...policy.rounding, ...(policy.lowLine === null ? {} : { lowLine: policy.lowLine }) }
}

/** The categories that are there, in their order. */
export function categoriesOf(snapshot: ClassSnapshot): Listed<Category>[] {
  return listed(snapshot.records.category).sort((a, b) => a.place - b.place || inOrder(a.id, b.id))
}

/** The assignments that are there, by due date; those without one come last. */
export function assignmentsOf(snapshot: ClassSnapshot): Listed<Assignment>[] {
  return listed(snapshot.records.assignment).sort(
    (a, b) => inOrder(a.dueOn ?? '9999', b.dueOn ?? '9999') || a.place - b.place || inOrder(a.id, b.id),
  )
}
const inOrder = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

/** The assignments whose due date makes them work of the period. */
export function assignmentsIn(snapshot: ClassSnapshot, period: Period): Listed<Assignment>[] {
  return assignmentsOf(snapshot).filter((each) => belongs(snapshot.periods, period, each.dueOn))
}

/** A category as it acts in a period. */
export interface CategoryRule {
  category: Listed<Category>
  weight: Decimal
}

/** How the grade of a period is made of its own assignments. */
export interface PeriodRules {
  method: Method
  categories: CategoryRule[]
}

/** The method and weights of a period: its own set, where the plan gives it one, else the class's. */
export function rulesOf(snapshot: ClassSnapshot, plan: Readonly<Plan>, period: Period): PeriodRules {
  const own = plan.own[period.id]
  return {
    method: own?.method ?? plan.method,
    categories: categoriesOf(snapshot).map((category) => ({
      category: { ...category, ...own?.categories?.[category.id] },
      weight: own?.weights[category.id] ?? category.weight,
    })),
  }
}

/** Whether grades are computed in a period at all; in others there are levels, and an override where one is wished. */
export const isGraded = (snapshot: ClassSnapshot, plan: Readonly<Plan>, period: Period): boolean =>
  rulesOf(snapshot, plan, period).method !== 'none'

/** What a child weighs in its parent where neither the plan nor the district says: 40 each, an exam window 20. */
const kindWeight = (period: Period): Decimal => (period.kind === 'exam' ? '20' : '40')

/**
 * How a longer period gets its grade, with a weight for every child; null for a period that has none below it. What the
 * district fixes for term work and exam goes before the plan: it is shared evenly within each kind.
 *
 * @example compositionOf(snapshot, plan, semester) // { rule: 'compose', weights: { q1: '40', q2: '40', exam: '20' }, … }
 */
export function compositionOf(snapshot: ClassSnapshot, plan: Readonly<Plan>, period: Period): Composition | null {
  const children = childrenOf(snapshot.periods, period.id)
  if (children.length === 0) return null
  const chosen = plan.parents[period.id] ?? { rule: 'compose', weights: {}, enters: 'exact' }
  const fixed = fixedWeights(snapshot, children)
  if (fixed) return { rule: 'compose', weights: fixed, enters: chosen.rule === 'compose' ? chosen.enters : 'exact' }
  if (chosen.rule === 'all work') return chosen
  return {
    ...chosen,
    weights: Object.fromEntries(children.map((child) => [child.id, chosen.weights[child.id] ?? kindWeight(child)])),
  }
}

/** The district's weights for these children, or null where it fixes none or there is no exam window among them. */
export function fixedWeights(snapshot: ClassSnapshot, children: readonly Period[]): Record<string, Decimal> | null {
  const fixed = snapshot.policy.termWeights
  const exams = children.filter((child) => child.kind === 'exam').length
  if (!fixed || exams === 0 || exams === children.length) return null
  const counts = { work: children.length - exams, exam: exams }
  const even = (['work', 'exam'] as const).every((kind) => thousandths(fixed[kind]) % counts[kind] === 0)
  // Where the shares do not end within three decimals, each kind's weight is taken times the number of the others.
  const share = (kind: 'work' | 'exam', other: 'work' | 'exam') =>
    String((even ? thousandths(fixed[kind]) / counts[kind] : thousandths(fixed[kind]) * counts[other]) / 1000)
  const weights = { work: share('work', 'exam'), exam: share('exam', 'work') }
  return Object.fromEntries(children.map((child) => [child.id, weights[child.kind === 'exam' ? 'exam' : 'work']]))
}

/** The one assignment that an exam window's grade is, where exactly one in it counts; else null. */
export function examItem(period: Period, assignments: readonly Listed<Assignment>[]): Listed<Assignment> | null {
  if (period.kind !== 'exam') return null
  const counting = assignments.filter((each) => each.counts)
  return counting.length === 1 ? counting[0]! : null
}

/** The period looked at and every longer one that it is part of, the nearest first. */
export const withAncestors = (snapshot: ClassSnapshot, period: Period): Period[] => [
  period,
  ...ancestorsOf(snapshot.periods, period),
]

/** The basis on which a category's items are added up under a method. */
export function basisUnder(method: Method, category: Pick<Category, 'basis'>): Category['basis'] {
  return method === 'points' ? 'points' : method === 'assignments' ? 'equal' : category.basis
}

/** What work without a category is gathered under. It drops nothing, and counts under the methods that need no category. */
export const uncategorised: Readonly<Category> = { ...blanks.category, name: 'No category', shortName: 'None' }

function listed<R extends { removed: boolean }>(records: Record<string, R>): Listed<R>[] {
  return Object.entries(records).flatMap(([id, each]) => (each.removed ? [] : [{ ...each, id }]))
}
