import { daysBetween, type CivilDate } from './date'

/** A dated span of the school year. Both days belong to it. */
export interface Period {
  id: string
  parentId: string | null
  kind: 'year' | 'semester' | 'grading' | 'exam'
  title: string
  firstDay: CivilDate
  lastDay: CivilDate
}

/** Tells whether the day lies in the span, first and last day included. */
export function holds(span: { firstDay: CivilDate; lastDay: CivilDate | null }, date: CivilDate): boolean {
  return span.firstDay <= date && (span.lastDay === null || date <= span.lastDay)
}

/**
 * All periods of the school year that the given terms belong to.
 *
 * @param termIds periods that a class is taught in, at any height of the tree
 */
export function yearOf(periods: readonly Period[], termIds: readonly string[]): Period[] {
  const byId = new Map(periods.map((period) => [period.id, period]))
  const root = (period: Period): Period => {
    const parent = period.parentId === null ? undefined : byId.get(period.parentId)
    return parent ? root(parent) : period
  }
  const roots = new Set(termIds.flatMap((id) => byId.get(id) ?? []).map((period) => root(period).id))
  return periods.filter((period) => roots.has(root(period).id))
}

/**
 * The periods that hold assignments of their own: those with no period below them, in order of time.
 *
 * @example gradingPeriods([year, quarter1, quarter2]) // [quarter1, quarter2]
 */
export function gradingPeriods(periods: readonly Period[]): Period[] {
  const parents = new Set(periods.map((period) => period.parentId))
  return periods
    .filter((period) => !parents.has(period.id))
    .sort((a, b) => a.firstDay.localeCompare(b.firstDay) || length(a) - length(b))
}

/**
 * The grading period that a due date belongs to; where two overlap, the shorter one.
 *
 * @returns null when there is no date, or no period holds it
 * @example periodOf(periods, '2026-11-12')?.title // 'Quarter 2'
 */
export function periodOf(periods: readonly Period[], date: CivilDate | null): Period | null {
  if (date === null) return null
  let best: Period | null = null
  for (const period of gradingPeriods(periods))
    if (holds(period, date) && (best === null || length(period) < length(best))) best = period
  return best
}

/**
 * The grading period to look at on a day: the one that holds it, else the last one begun, else the first.
 */
export function periodToday(periods: readonly Period[], today: CivilDate): Period | null {
  const all = gradingPeriods(periods)
  return periodOf(periods, today) ?? all.filter((period) => period.firstDay <= today).at(-1) ?? all[0] ?? null
}

const length = (period: Period) => daysBetween(period.firstDay, period.lastDay)
