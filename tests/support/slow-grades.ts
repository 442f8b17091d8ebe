import type { Category } from '#core/plan/category'
import type { Cell } from '#core/scores/cell'
import type { Plan } from '#core/plan/plan'
import type { ClassSnapshot, Student } from '#core/section'
import type { Period } from '#core/calendar/periods'
import { find } from '#core/records'

/**
 * The rules of DOMAIN.md once more, built another way than the product: rationals as pairs of big integers, drops by
 * trying every subset, everything recomputed from the records at every question. It is slow and has no work to show.
 */

/** n / d, d above 0. */
export type Q = readonly [bigint, bigint]

const ZERO: Q = [0n, 1n]
const add = ([a, b]: Q, [c, d]: Q): Q => [a * d + c * b, b * d]
const times = ([a, b]: Q, [c, d]: Q): Q => [a * c, b * d]
const over = ([a, b]: Q, [c, d]: Q): Q => (c < 0n ? [-a * d, -b * c] : [a * d, b * c])
const less = ([a, b]: Q, [c, d]: Q) => a * d < c * b
const whole = (n: number): Q => [BigInt(n), 1n]
function read(text: string): Q {
  const [front, back = ''] = text.split('.')
  return [BigInt(front + back), 10n ** BigInt(back.length)]
}
const sum = (all: readonly Q[]) => all.reduce(add, ZERO)

interface Score {
  id: string
  due: string
  possible: Q
  multiplier: Q
  /** Points earned. */
  earned: Q
  categoryId: string | null
  extraCredit: boolean
}

export interface SlowGrade {
  percent: string | null
  label: string | null
  categories: Record<string, string | null>
  dropped: string[]
}

export function slowGrade(snapshot: ClassSnapshot, student: Student, period: Period): SlowGrade {
  const plan = snapshot.records.plan[snapshot.section.id]!
  const { value, categories, dropped } = effective(snapshot, plan, student, period)
  const shown = value && display(plan, value)
  const override = find(snapshot.records, 'override', `${student.id}/${period.id}`)
  return {
    percent: shown,
    label: override?.label ?? (value && shown ? labelled(plan, value, shown) : null),
    categories: Object.fromEntries([...categories].map(([id, result]) => [id, result && display(plan, result)])),
    dropped,
  }
}

interface Found {
  value: Q | null
  categories: Map<string, Q | null>
  dropped: string[]
}

function effective(snapshot: ClassSnapshot, plan: Plan, student: Student, period: Period): Found {
  const found = computed(snapshot, plan, student, period)
  const override = find(snapshot.records, 'override', `${student.id}/${period.id}`)
  if (override?.percent) return { ...found, value: read(override.percent) }
  if (override?.label) return { ...found, value: standsFor(plan, override.label) ?? found.value }
  return found
}

function computed(snapshot: ClassSnapshot, plan: Plan, student: Student, period: Period): Found {
  const children = snapshot.periods.filter((each) => each.parentId === period.id)
  const rule = plan.parents[period.id]
  let found: Found
  if (children.length && rule?.rule !== 'all work') {
    const entering = children.flatMap((child) => {
      const { value } = effective(snapshot, plan, student, child)
      const weight = read(rule?.weights[child.id] ?? (child.kind === 'exam' ? '20' : '40'))
      if (!value) return []
      return [{ weight, grade: rule?.enters === 'displayed' ? read(display(plan, value)) : value }]
    })
    const weights = sum(entering.map((each) => each.weight))
    const isNone = (plan.own[period.id]?.method ?? plan.method) === 'none'
    found = {
      value:
        isNone || weights[0] === 0n ? null : over(sum(entering.map((each) => times(each.weight, each.grade))), weights),
      categories: new Map(),
      dropped: [],
    }
  } else found = ofAssignments(snapshot, plan, student, period)
  if (plan.cap !== null && found.value && less(read(plan.cap), found.value)) found.value = read(plan.cap)
  return found
}

function ofAssignments(snapshot: ClassSnapshot, plan: Plan, student: Student, period: Period): Found {
  const method = plan.own[period.id]?.method ?? plan.method
  const categories = Object.entries(snapshot.records.category)
  if (method === 'none') return { value: null, categories: new Map(categories.map(([id]) => [id, null])), dropped: [] }
  const days = (each: Period) => Date.parse(each.lastDay) - Date.parse(each.firstDay)
  const inside = (each: Period, due: string) => each.firstDay <= due && due <= each.lastDay
  const due = Object.entries(snapshot.records.assignment).filter(
    ([, each]) =>
      each.dueOn !== null &&
      inside(period, each.dueOn) &&
      !snapshot.periods.some(
        (other) => other.parentId === period.parentId && inside(other, each.dueOn!) && days(other) < days(period),
      ),
  )
  const scores = due
    .sort(([a, one], [b, other]) => (one.dueOn! + a < other.dueOn! + b ? -1 : 1))
    .flatMap(([id, each]): Score[] => {
      if (!each.counts) return []
      const earned = worth(
        plan,
        find(snapshot.records, 'cell', `${student.id}/${id}`),
        each.points,
        each.dueOn!,
        student,
      )
      const common = {
        id,
        extraCredit: each.extraCredit,
        due: each.dueOn!,
        possible: read(each.points),
        multiplier: read(each.multiplier),
      }
      return earned ? [{ ...common, earned, categoryId: each.categoryId }] : []
    })

  const size = (category: Category | null, score: Score): { above: Q; below: Q } | null => {
    const basis = method === 'points' ? 'points' : method === 'assignments' ? 'equal' : (category?.basis ?? 'points')
    const below = (of: Q) => (score.extraCredit ? ZERO : of)
    if (basis === 'points')
      return { above: times(score.multiplier, score.earned), below: below(times(score.multiplier, score.possible)) }
    if (score.possible[0] === 0n) return null
    return { above: times(score.multiplier, over(score.earned, score.possible)), below: below(score.multiplier) }
  }
  const ratio = (category: Category | null, kept: readonly Score[]): Q | null => {
    const parts = kept.flatMap((score) => size(category, score) ?? [])
    const below = sum(parts.map((part) => part.below))
    return below[0] === 0n ? null : over(times(whole(100), sum(parts.map((part) => part.above))), below)
  }
  const total = (kept: ReadonlyMap<string | null, readonly Score[]>): Q | null => {
    let above = ZERO
    let below = ZERO
    let extra = ZERO
    for (const [id, list] of kept) {
      const category = id === null ? null : snapshot.records.category[id]!
      if (category && !category.counts) continue
      if (method === 'categories') {
        const result = category && ratio(category, list)
        if (!result) continue
        const weight = read(plan.own[period.id]?.weights[id!] ?? category.weight)
        if (category.extraCredit) extra = add(extra, over(times(weight, result), whole(100)))
        else [above, below] = [add(above, times(weight, result)), add(below, weight)]
      } else
        for (const part of list.flatMap((score) => size(category, score) ?? [])) {
          above = add(above, times(whole(100), part.above))
          if (!category?.extraCredit) below = add(below, part.below)
        }
    }
    return below[0] === 0n ? null : add(over(above, below), extra)
  }

  let kept = new Map<string | null, Score[]>(
    [...categories.map(([id]) => id), null].map((id) => [id, scores.filter((score) => score.categoryId === id)]),
  )
  // Drops that look at their own category first, then those that look at the whole period, all combinations of them.
  const searched: string[] = []
  for (const [id, category] of categories) {
    const list = kept.get(id)!
    const can = list.filter((score) => score.possible[0] !== 0n && !score.extraCredit)
    if (category.dropCount === 0 || can.length === 0) continue
    const all = category.dropCount >= can.length
    if (category.dropRule === 'best for the student' && category.counts && method !== 'categories') searched.push(id)
    else if (category.dropRule === 'best for the student' || (all && category.keepOne))
      kept.set(
        id,
        best(leftovers(category, list), (one) => ratio(category, one)),
      )
    else {
      const low = [...can].sort((a, b) => byShare(a, b) || bySize(a, b)).slice(0, category.dropCount)
      kept.set(
        id,
        list.filter((score) => !low.includes(score)),
      )
    }
  }
  if (searched.length) {
    let choices: Map<string | null, Score[]>[] = [kept]
    for (const id of searched)
      choices = choices.flatMap((choice) =>
        leftovers(snapshot.records.category[id]!, choice.get(id)!).map((left) => new Map(choice).set(id, left)),
      )
    kept = best(choices, total)
    if (!total(kept))
      for (const id of searched) {
        const category = snapshot.records.category[id]!
        const list = scores.filter((score) => score.categoryId === id)
        kept.set(
          id,
          best(leftovers(category, list), (one) => ratio(category, one)),
        )
      }
  }

  const counting = due.filter(([, each]) => each.counts)
  const only = period.kind === 'exam' && counting.length === 1 ? counting[0]![0] : null
  const exam = scores.find((score) => score.id === only)
  const left = new Set([...kept.values()].flat().map((score) => score.id))
  return {
    value:
      only === null
        ? total(kept)
        : exam && exam.possible[0] !== 0n
          ? over(times(whole(100), exam.earned), exam.possible)
          : null,
    categories: new Map(categories.map(([id, category]) => [id, ratio(category, kept.get(id)!)])),
    dropped: only === null ? scores.flatMap((score) => (left.has(score.id) ? [] : score.id)).sort() : [],
  }
}

/** Every way of dropping as many as the category drops, those first that settle a tie. */
function leftovers(category: Category, list: readonly Score[]): Score[][] {
  const can = list.filter((score) => score.possible[0] !== 0n && !score.extraCredit).sort(bySize)
  const count = category.dropCount < can.length ? category.dropCount : category.keepOne ? can.length - 1 : can.length
  const ways: Score[][] = []
  const choose = (from: number, gone: Score[]): void => {
    if (gone.length === count) ways.push(list.filter((score) => !gone.includes(score)))
    else for (let at = from; at < can.length; at++) choose(at + 1, [...gone, can[at]!])
  }
  choose(0, [])
  return ways
}

function best<T extends object>(choices: readonly T[], of: (choice: T) => Q | null): T {
  let chosen = choices[0]!
  let most = of(chosen)
  for (const choice of choices) {
    const value = of(choice)
    if (value && (!most || less(most, value))) [chosen, most] = [choice, value]
  }
  return chosen
}

const compare = (a: Q, b: Q) => (less(a, b) ? -1 : less(b, a) ? 1 : 0)
const byShare = (a: Score, b: Score) => compare(over(a.earned, a.possible), over(b.earned, b.possible))
const bySize = (a: Score, b: Score) =>
  compare(times(a.multiplier, a.possible), times(b.multiplier, b.possible)) ||
  a.due.localeCompare(b.due) ||
  a.id.localeCompare(b.id)

function worth(plan: Plan, cell: Cell | undefined, possible: string, due: string, student: Student): Q | null {
  const share = (percent: Q) => over(times(percent, read(possible)), whole(100))
  if (!cell || cell.marks.includes('excused')) return null
  if (cell.value) {
    if ('points' in cell.value) return read(cell.value.points)
    if ('percent' in cell.value) return share(read(cell.value.percent))
    if ('label' in cell.value) {
      const percent = standsFor(plan, cell.value.label)
      return percent && share(percent)
    }
    return null
  }
  if (!student.spans.some((span) => span.firstDay <= due && due <= (span.lastDay ?? '9999'))) return null
  if (cell.marks.includes('missing')) return plan.missingCountsAs === null ? null : share(read(plan.missingCountsAs))
  return cell.marks.includes('incomplete') && plan.incompleteCountsAs === 'zero' ? ZERO : null
}

function standsFor(plan: Plan, label: string): Q | null {
  const steps = [...plan.scale.steps].sort((a, b) => Number(a.from) - Number(b.from))
  const at = steps.findIndex((step) => step.label === label)
  if (at < 0) return null
  if (steps[at]!.worth !== undefined) return read(steps[at]!.worth)
  return over(add(read(steps[at]!.from), read(steps[at + 1]?.from ?? '100')), whole(2))
}

/** Rounds by counting in steps of what is shown. */
export function display({ places, rounding }: Pick<Plan, 'places' | 'rounding'>, value: Q): string {
  const perUnit = rounding === 'nearest half' ? 2n : 10n ** BigInt(places)
  const digits = rounding === 'nearest half' ? 1 : places
  const [n, d] = [value[0] * perUnit, value[1]]
  const floor = n / d
  const rest = n - floor * d
  const up = rounding === 'up' ? rest > 0n : rounding === 'down' ? false : rest * 2n >= d
  const tenths = ((floor + (up ? 1n : 0n)) * 10n ** BigInt(digits)) / perUnit
  const text = tenths.toString().padStart(digits + 1, '0')
  return digits ? `${text.slice(0, -digits)}.${text.slice(-digits)}` : text
}

function labelled(plan: Plan, value: Q, shown: string): string {
  const grade = plan.labelFrom === 'exact' ? value : read(shown)
  const reached = plan.scale.steps.filter((step) => !less(grade, read(step.from)))
  const lowest = plan.scale.steps.reduce((low, step) => (less(read(step.from), read(low.from)) ? step : low))
  return reached.reduce((top, step) => (less(read(top.from), read(step.from)) ? step : top), reached[0] ?? lowest).label
}
