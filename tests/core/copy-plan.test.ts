import { say } from '~/words/say'
import { describeCopy } from '~/words/plan-copy'
import { describe, expect, it } from 'vitest'
import { applyChange, changesTo } from '#core/acts/apply'
import { blanks } from '#core/kinds'
import { noRecords } from '#core/records'
import type { Category } from '#core/plan/category'
import type { Plan } from '#core/plan/plan'
import { copyPlan, planParts, type PlanHolder, type PlanPart } from '#core/plan/copy-plan'
import { plainLetters } from '#core/scales/shipped'
import { aClass } from '../support/class'

const { periods } = aClass({})
const category = (name: string, rest: Partial<Category> = {}): Category => ({
  ...blanks.category,
  name,
  removed: false,
  ...rest,
})
function holder(
  id: string,
  plan: Partial<Plan> | null,
  categories: Category[],
  rest: Partial<PlanHolder> = {},
): PlanHolder {
  return {
    id,
    title: id,
    periods,
    plan: plan && { ...blanks.plan, ...plan },
    categories: Object.fromEntries(categories.map((each, at) => [`${id}-${at}`, { ...each, place: at }])),
    assignments: [],
    ...rest,
  }
}
let made = 0
const newId = () => `new-${made++}`
const copy = (
  from: PlanHolder,
  to: PlanHolder,
  parts: readonly PlanPart[] = planParts,
  moves = {},
  policy = blanks.policy,
) => copyPlan(from, to, parts, policy, moves, newId)

/** What the target becomes when the copy is done. */
function after(to: PlanHolder, desired: ReturnType<typeof copy>['desired']): PlanHolder {
  const records = noRecords()
  if (to.plan) records.plan[to.id] = { ...to.plan }
  records.category = { ...to.categories }
  for (const each of to.assignments) records.assignment[each.id] = { ...blanks.assignment, ...each }
  for (const change of changesTo(records, desired)) applyChange(records, change)
  return {
    ...to,
    plan: records.plan[to.id] ?? null,
    categories: records.category,
    assignments: to.assignments.map((each) => ({ ...each, categoryId: records.assignment[each.id]!.categoryId })),
  }
}

const from = holder('from', { method: 'categories', places: 0, scale: plainLetters, cap: '100' }, [
  category('Tests', { weight: '70', dropCount: 1 }),
  category('Notes', { weight: '30', basis: 'equal' }),
])

describe('a copied plan', () => {
  it('makes the other class’s plan the same, and says so before', () => {
    const to = holder('to', null, [category('tests', { weight: '50' })])
    const { desired, changes, cannot } = copy(from, to)
    expect(changes.map(describeCopy).map((each) => [each.what, each.before, each.after])).toEqual([
      ['Tests', '50', '70, drops 1'],
      ['Notes', 'not there', '30, equal items'],
      ['Grading scale', 'A to F with plus and minus', 'A to F by tens'],
      ['Decimals shown', '1', '0'],
      ['No grade above', 'no cap', '100'],
      ['Method', 'points', 'categories'],
    ])
    expect(cannot.map(say)).toEqual([])
    const then = after(to, desired)
    expect(Object.values(then.categories).map((each) => [each.name, each.weight])).toEqual([
      ['Tests', '70'],
      ['Notes', '30'],
    ])
    expect(copy(from, then).changes).toEqual([])
    expect(copy(from, then).desired).toEqual([])
  })
  it('in parts changes only those', () => {
    const to = holder('to', {}, [category('Own')])
    const { desired } = copy(from, to, ['rounding'])
    expect(desired).toEqual([{ kind: 'plan', id: 'to', to: { places: 0, cap: '100' } }])
  })
  it('moves the work of a category that would vanish, or leaves the category where that is wished', () => {
    const assignments = [{ id: 'a1', name: 'Lab 1', categoryId: 'to-0' }]
    const to = holder('to', {}, [category('Labs'), category('Empty')], { assignments })
    const moved = copy(from, to)
    expect(moved.moved).toEqual([{ categoryId: 'to-0', name: 'Labs', assignments: 1, to: 'Tests' }])
    const then = after(to, moved.desired)
    expect(then.categories['to-0']!.removed && then.categories['to-1']!.removed).toBe(true)
    expect(then.categories[then.assignments[0]!.categoryId!]!.name).toBe('Tests')
    const kept = copy(from, to, planParts, { 'to-0': 'stay' })
    expect(kept.cannot.map(say)).toEqual(['Labs stays, because 1 assignment is in it.'])
    expect(after(to, kept.desired).categories['to-0']!.removed).toBe(false)
  })
  it('finds the same periods in another year, and says which have no counterpart', () => {
    const last = periods.map((each) => ({
      ...each,
      id: `last-${each.id}`,
      parentId: each.parentId && `last-${each.parentId}`,
      title: each.parentId ? each.title : 'Last year',
    }))
    const old = holder(
      'old',
      {
        parents: {
          'last-year': { rule: 'compose', weights: { 'last-q1': '60', 'last-project': '40' }, enters: 'exact' },
        },
        coursePoints: { points: '3', periodIds: ['last-q2'] },
        own: { 'last-q2': { method: 'points', weights: {} } },
      },
      [],
      { periods: [...last, { ...last[2]!, id: 'last-project', title: 'Project weeks' }] },
    )
    const { desired, cannot } = copy(old, holder('to', {}, []))
    expect(cannot.map(say)).toEqual(['Project weeks, in Last year, has no counterpart in this class’s year.'])
    expect(desired).toEqual([
      {
        kind: 'plan',
        id: 'to',
        to: {
          own: { q2: { method: 'points', weights: {} } },
          parents: { year: { rule: 'compose', weights: { q1: '60' }, enters: 'exact' } },
          coursePoints: { points: '3', periodIds: ['q2'] },
        },
      },
    ])
  })
  it('leaves what the district fixes, and says why a scale does not come along', () => {
    const policy = {
      ...blanks.policy,
      scaleIds: ['plus-minus'],
      rounding: { places: 2 as const, rounding: 'up' as const, labelFrom: 'exact' as const },
    }
    const { desired, cannot } = copy(from, holder('to', {}, []), ['scale', 'rounding'], {}, policy)
    expect(cannot.map(say)).toEqual(['The scale A to F by tens: the district does not allow it.'])
    expect(desired).toEqual([{ kind: 'plan', id: 'to', to: { cap: '100' } }])
  })
})
