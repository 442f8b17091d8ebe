import type { MessageOf } from '../message'
import { plainName } from './counterpart'
import { blanks } from '../kinds'
import type { Category } from './category'
import type { Composition } from './composition'
import type { Plan } from './plan'
import type { Fixed as Policy } from './fixed'
import { same } from '../same'
import type { Desired } from '../desired'
import { childrenOf, type Period } from '../calendar/periods'

/** What of a plan can be copied by itself. */
export const planParts = ['categories', 'scale', 'rounding', 'marks', 'composition', 'levels'] as const
export type PlanPart = (typeof planParts)[number]

/** A plan with what it stands on. */
export interface PlanHolder {
  id: string
  title: string
  periods: readonly Period[]
  plan: Readonly<Plan> | null
  categories: Readonly<Record<string, Category>>
  assignments: readonly { id: string; name: string; categoryId: string | null }[]
}

/** A rule of the plan that changes, or a category that comes, changes or goes, then with where its assignments go. */
export type CopyChange =
  | { of: 'rule'; field: keyof Plan; before: Readonly<Plan>; after: Readonly<Plan> }
  | { of: 'category'; before: CategoryRules | null; after: CategoryRules | null; assignments: number; to: string }
export type CategoryRules = Omit<Category, 'removed'>

/** What copying would change in one class, before it is done. */
export interface PlanCopy {
  desired: Desired[]
  changes: CopyChange[]
  /** What cannot be copied, and why. */
  cannot: MessageOf<'copy'>[]
  /** Categories that would vanish while assignments are in them, and where those go. */
  moved: { categoryId: string; name: string; assignments: number; to: string }[]
}

/** Where a category's assignments go when it vanishes: the name of a category of the copied plan, or `stay`. */
export type Moves = Readonly<Record<string, string>>

const partFields: Record<Exclude<PlanPart, 'categories' | 'composition'>, (keyof Plan)[]> = {
  scale: ['scale'],
  rounding: ['places', 'rounding', 'labelFrom', 'cap'],
  marks: ['missingCountsAs', 'incompleteCountsAs', 'lowLine', 'lowScoresWantNote', 'families'],
  levels: ['proficiency'],
}
/** What of a category acts on a grade, and is worth a line. */
const gradeFields: readonly (keyof CategoryRules)[] = [
  'weight',
  'basis',
  'dropCount',
  'dropRule',
  'keepOne',
  'extraCredit',
  'counts',
]

/**
 * Compares a plan with that of another class, and says what copying it there would do. Categories are known by their
 * names; periods by their titles and places in the tree.
 *
 * @param moves where assignments of vanishing categories go; by default to the first category of the copied plan
 * @param newId makes ids for new categories
 * @example copyPlan(from, to, ['rounding'], policy, {}, newId).changes // [{ of: 'rule', field: 'places', … }]
 */
export function copyPlan(
  from: PlanHolder,
  to: PlanHolder,
  parts: readonly PlanPart[],
  policy: Readonly<Policy>,
  moves: Moves,
  newId: () => string,
): PlanCopy {
  const copy: PlanCopy = { desired: [], changes: [], cannot: [], moved: [] }
  const source = from.plan ?? blanks.plan
  const present = to.plan ?? blanks.plan
  const next: Partial<Plan> = {}
  for (const part of parts)
    if (part !== 'categories' && part !== 'composition')
      for (const field of partFields[part]) Object.assign(next, { [field]: source[field] })
  const ids = parts.includes('categories') ? copyCategories(from, to, moves, newId, copy) : null
  if (ids) {
    next.method = source.method
    next.defaultCategoryId = source.defaultCategoryId && (ids.get(source.defaultCategoryId) ?? null)
  }
  if (parts.includes('composition')) copyComposition(from, to, source, next, copy)
  if (ids) next.own = copyOwn(from, to, source, ids, copy)
  leaveFixed(next, present, policy, copy)
  const fields = (Object.keys(next) as (keyof Plan)[]).filter((field) => !same(next[field], present[field]))
  for (const field of fields) copy.changes.push({ of: 'rule', field, before: present, after: { ...present, ...next } })
  if (fields.length)
    copy.desired.push({ kind: 'plan', id: to.id, to: Object.fromEntries(fields.map((field) => [field, next[field]])) })
  return copy
}

/** Copies categories by name; gives the source's ids to the target's. */
function copyCategories(
  from: PlanHolder,
  to: PlanHolder,
  moves: Moves,
  newId: () => string,
  copy: PlanCopy,
): Map<string, string> {
  const there = (holder: PlanHolder) =>
    Object.entries(holder.categories)
      .filter(([, each]) => !each.removed)
      .sort(([, a], [, b]) => a.place - b.place)
  const target = new Map(there(to).map(([id, each]) => [plainName(each.name), { id, each }]))
  const ids = new Map<string, string>()
  const byName = new Map<string, string>()
  for (const [id, { removed: _, ...each }] of there(from)) {
    const found = target.get(plainName(each.name))
    const ownId = found?.id ?? newId()
    ids.set(id, ownId)
    byName.set(plainName(each.name), ownId)
    const keys = Object.keys(each) as (keyof typeof each)[]
    const changed = found ? keys.filter((key) => !same(found.each[key], each[key])) : keys
    if (!found || changed.some((key) => gradeFields.includes(key)))
      copy.changes.push({ of: 'category', before: found?.each ?? null, after: each, assignments: 0, to: '' })
    if (changed.length || !found)
      copy.desired.push({
        kind: 'category',
        id: ownId,
        to: { ...Object.fromEntries(changed.map((key) => [key, each[key]])), ...(found ? {} : { removed: false }) },
      })
  }
  const first = there(from)[0]?.[1].name
  for (const [id, each] of there(to)) {
    if (byName.has(plainName(each.name))) continue
    const own = to.assignments.filter((assignment) => assignment.categoryId === id)
    const goes = own.length ? (moves[id] ?? first ?? 'stay') : ''
    if (goes === 'stay') {
      copy.cannot.push({ code: 'copy.category-stays', category: each.name, assignments: own.length })
      continue
    }
    if (own.length) copy.moved.push({ categoryId: id, name: each.name, assignments: own.length, to: goes })
    copy.changes.push({ of: 'category', before: each, after: null, assignments: own.length, to: goes })
    copy.desired.push({ kind: 'category', id, to: { removed: true } })
    for (const assignment of own)
      copy.desired.push({ kind: 'assignment', id: assignment.id, to: { categoryId: byName.get(plainName(goes))! } })
  }
  return ids
}

/** The period of another year or class that has the same title and the same titles above it. */
function counterpart(from: PlanHolder, to: PlanHolder, id: string): string | null {
  if (to.periods.some((each) => each.id === id)) return id
  const path = (periods: readonly Period[], period: Period): string => {
    const parent = periods.find((each) => each.id === period.parentId)
    // A year's own title differs from year to year.
    return parent ? `${path(periods, parent)} / ${period.title}` : period.kind
  }
  const period = from.periods.find((each) => each.id === id)
  if (!period) return null
  const desired = path(from.periods, period)
  return to.periods.find((each) => path(to.periods, each) === desired)?.id ?? null
}

const titleOf = (holder: PlanHolder, id: string) => holder.periods.find((each) => each.id === id)?.title ?? ''

function copyComposition(
  from: PlanHolder,
  to: PlanHolder,
  source: Readonly<Plan>,
  next: Partial<Plan>,
  copy: PlanCopy,
): void {
  const parents: Record<string, Composition> = {}
  for (const [id, composition] of Object.entries(source.parents)) {
    const own = counterpart(from, to, id)
    if (!own) {
      copy.cannot.push({ code: 'copy.no-period', period: titleOf(from, id) })
      continue
    }
    if (composition.rule === 'all work') parents[own] = composition
    else {
      const children = new Set(childrenOf(to.periods, own).map((child) => child.id))
      const weights: Record<string, string> = {}
      for (const [child, weight] of Object.entries(composition.weights)) {
        const found = counterpart(from, to, child)
        if (found && children.has(found)) weights[found] = weight
        else copy.cannot.push({ code: 'copy.no-child', period: titleOf(from, child), parent: titleOf(from, id) })
      }
      parents[own] = { ...composition, weights }
    }
  }
  next.parents = parents
  const periodIds = source.coursePoints.periodIds.flatMap((id) => counterpart(from, to, id) ?? [])
  next.coursePoints = { points: source.coursePoints.points, periodIds }
}

/** What is kept by category, by the IDs that the categories have in the other class. */
const withIds = <T>(byCategory: Readonly<Record<string, T>>, ids: ReadonlyMap<string, string>): Record<string, T> =>
  Object.fromEntries(
    Object.entries(byCategory).flatMap(([category, kept]): [string, T][] => {
      const found = ids.get(category)
      return found ? [[found, kept]] : []
    }),
  )

function copyOwn(
  from: PlanHolder,
  to: PlanHolder,
  source: Readonly<Plan>,
  ids: ReadonlyMap<string, string>,
  copy: PlanCopy,
): Plan['own'] {
  const own: Plan['own'] = {}
  for (const [id, set] of Object.entries(source.own)) {
    const period = counterpart(from, to, id)
    if (!period) copy.cannot.push({ code: 'copy.no-own-period', period: titleOf(from, id) })
    else
      own[period] = {
        method: set.method,
        weights: withIds(set.weights, ids),
        ...(set.categories ? { categories: withIds(set.categories, ids) } : {}),
      }
  }
  return own
}

/** What the district fixes stays as it is. */
function leaveFixed(next: Partial<Plan>, present: Readonly<Plan>, policy: Readonly<Policy>, copy: PlanCopy): void {
  if (policy.rounding) {
    delete next.places
    delete next.rounding
    delete next.labelFrom
  }
  if (policy.lowLine !== null) delete next.lowLine
  if (
    next.scale &&
    policy.scaleIds !== null &&
    !policy.scaleIds.includes(next.scale.id ?? '') &&
    !same(next.scale, present.scale)
  ) {
    copy.cannot.push({ code: 'copy.scale-not-allowed', scale: next.scale.name })
    delete next.scale
  }
}
