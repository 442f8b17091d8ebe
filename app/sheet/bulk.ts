import { schemas } from '#core/kinds'
import type { Assignment } from '#core/plan/assignment'
import type { Category } from '#core/plan/category'
import { daysAfter } from '#core/calendar/date'
import { saidOfVisibility } from '#core/plan/said'
import { readDecimal } from '#core/number/decimal'
import { shortDay } from '~/composables/useWords'
import type { Listed } from '#core/plan/rules'

/** One thing that is done to several assignments at once. */
export type BulkDeed =
  | { do: 'category'; id: string | null }
  | { do: 'move'; days: string }
  | { do: 'due'; date: string }
  | { do: 'points'; points: string }
  | { do: 'multiplier'; multiplier: string }
  | { do: 'visibility'; visibility: Assignment['visibility'] }
  | { do: 'released'; released: boolean }
  | { do: 'counts'; counts: boolean }
  | { do: 'hidden'; hidden: boolean }
  | { do: 'standard'; id: string; tagged: boolean }
  | { do: 'delete' }

/** What an assignment would become, or why not. */
export function bulkTo(each: Listed<Assignment>, deed: BulkDeed): Partial<Assignment> | { refused: string } {
  switch (deed.do) {
    case 'category':
      return { categoryId: deed.id }
    case 'move': {
      const days = Number(deed.days)
      if (!Number.isInteger(days) || Math.abs(days) > 400) return { refused: 'Write a whole number of days.' }
      return each.dueOn ? { dueOn: daysAfter(each.dueOn, days) } : {}
    }
    case 'due':
      return checked({ dueOn: deed.date })
    case 'points':
      return checked({ points: readDecimal(deed.points) ?? deed.points })
    case 'multiplier':
      return checked({ multiplier: readDecimal(deed.multiplier) ?? deed.multiplier })
    case 'standard':
      return {
        standardIds: deed.tagged
          ? [...new Set([...each.standardIds, deed.id])]
          : each.standardIds.filter((id) => id !== deed.id),
      }
    case 'visibility':
      return checked({ visibility: deed.visibility })
    case 'delete':
      return { removed: true }
    default: {
      const { do: _, ...to } = deed
      return to
    }
  }
}

function checked(to: Partial<Assignment>): Partial<Assignment> | { refused: string } {
  const parsed = schemas.assignment.partial().safeParse(to)
  return parsed.success ? to : { refused: parsed.error.issues[0]!.message }
}

/** What a deed looks at in an assignment, in words: before, and after. */
export function bulkWords(
  each: Assignment,
  deed: BulkDeed,
  names: { categories: readonly Listed<Category>[]; standards: readonly { id: string; code: string }[] },
): string {
  switch (deed.do) {
    case 'category':
      return names.categories.find((one) => one.id === each.categoryId)?.name ?? 'no category'
    case 'move':
    case 'due':
      return shortDay(each.dueOn)
    case 'points':
      return `${each.points} points`
    case 'multiplier':
      return `×${each.multiplier}`
    case 'visibility':
      return saidOfVisibility(each.visibility)
    case 'released':
      return each.released ? 'scores released' : 'scores not released'
    case 'counts':
      return each.counts ? 'counts' : 'counts in no grade'
    case 'hidden':
      return each.hidden ? 'put away' : 'a column'
    case 'standard':
      return names.standards.flatMap((one) => (each.standardIds.includes(one.id) ? one.code : [])).join(', ') || 'none'
    case 'delete':
      return each.removed ? 'deleted' : 'there'
  }
}
