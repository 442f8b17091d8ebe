import type { CivilDate } from './date'

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
  const root = (period: Period): Period => upwards(byId, period).at(-1) ?? period
  const roots = new Set(termIds.flatMap((id) => byId.get(id) ?? []).map((period) => root(period).id))
  return periods
    .filter((period) => roots.has(root(period).id))
    .map((period) => (isInRing(byId, period) ? { ...period, parentId: null } : period))
}

/** Whether the way up from a period comes back to it. No roster with a ring is taken; one that is here all the same is cut. */
function isInRing(byId: ReadonlyMap<string, Period>, period: Period): boolean {
  const top = upwards(byId, period).at(-1) ?? period
  return top.parentId !== null && byId.get(top.parentId)?.id === period.id
}

/** The periods above one, the nearest first; a ring ends where it comes back. */
function upwards(byId: ReadonlyMap<string, Period>, period: Period): Period[] {
  const way = [period]
  for (;;) {
    const above = byId.get(way.at(-1)!.parentId ?? '')
    if (!above || way.includes(above)) return way.slice(1)
    way.push(above)
  }
}

/**
 * The periods that hold assignments of their own: those with no period below them, in order of time.
 *
 * @example gradingPeriods([year, quarter1, quarter2]) // [quarter1, quarter2]
 */
export function gradingPeriods(periods: readonly Period[]): readonly Period[] {
  let found = leaves.get(periods)
  if (!found) {
    const parents = new Set(periods.map((period) => period.parentId))
    leaves.set(periods, (found = periods.filter((period) => !parents.has(period.id)).sort(inTime)))
  }
  return found
}
/** Asked for every assignment of a class, so kept for as long as the periods are the same. */
const leaves = new WeakMap<readonly Period[], readonly Period[]>()

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

/** The periods directly below one, in order of time. */
export function childrenOf(periods: readonly Period[], id: string): Period[] {
  return periods.filter((period) => period.parentId === id).sort(inTime)
}

/** The periods above one, the nearest first. @example ancestorsOf(periods, quarter2) // [semester1, year] */
export function ancestorsOf(periods: readonly Period[], period: Period): Period[] {
  return upwards(new Map(periods.map((each) => [each.id, each])), period)
}

/**
 * Whether an item of that due date is work of the period: it lies inside, and in no shorter period beside it.
 *
 * @example belongs(periods, quarter2, '2026-12-18') // false where an exam window inside the quarter holds that day
 */
export function belongs(periods: readonly Period[], period: Period, date: CivilDate | null): boolean {
  if (date === null || !holds(period, date)) return false
  if (gradingPeriods(periods).includes(period)) return periodOf(periods, date)?.id === period.id
  return !periods.some(
    (other) => other.parentId === period.parentId && holds(other, date) && length(other) < length(period),
  )
}

/**
 * The grading period to look at on a day: the one that holds it, else the last one begun, else the first.
 */
export function periodToday(periods: readonly Period[], today: CivilDate): Period | null {
  const all = gradingPeriods(periods)
  return periodOf(periods, today) ?? all.filter((period) => period.firstDay <= today).at(-1) ?? all[0] ?? null
}

const DAY_MS = 86_400_000
const inTime = (a: Period, b: Period) =>
  a.firstDay < b.firstDay ? -1 : a.firstDay > b.firstDay ? 1 : length(a) - length(b)
const length = ({ firstDay, lastDay }: Period) => (Date.parse(lastDay) - Date.parse(firstDay)) / DAY_MS

/**
 * Returns the day by which a class's students are counted: today, or the nearest day of its school year.
 *
 * @example countingDay([{ …, parentId: null, lastDay: '2026-06-12' }], '2026-11-25') // '2026-06-12'
 */
export function countingDay(periods: readonly Period[], today: CivilDate): CivilDate {
  const year = periods.find((period) => period.parentId === null)
  if (!year) return today
  return today < year.firstDay ? year.firstDay : today > year.lastDay ? year.lastDay : today
}

/**
 * Returns the school year that a period is in, by its first and last day.
 *
 * @example schoolYear(periods, quarter2) // '2026-27'
 */
export function schoolYear(periods: readonly Period[], period: Period): string {
  const { firstDay, lastDay } = ancestorsOf(periods, period).at(-1) ?? period
  const [first, last] = [firstDay.slice(0, 4), lastDay.slice(0, 4)]
  return first === last ? first : `${first}-${last.slice(2)}`
}

/** Whether the school year that a class is of has ended. @example isOver([{ …, parentId: null, lastDay: '2026-06-12' }], '2026-11-25') // true */
export const isOver = (periods: readonly Period[], today: CivilDate): boolean =>
  periods.some((period) => period.parentId === null && period.lastDay < today)
