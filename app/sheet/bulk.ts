import { fieldFault } from '#core/fields'
import { say } from '~/words/say'
import { schemas } from '#core/kinds'
import type { Assignment } from '#core/plan/assignment'
import type { Category } from '#core/plan/category'
import { daysAfter } from '#core/calendar/date'
import { weekdaysAfter } from '#core/calendar/school-days'
import { describeVisibility } from '~/words/plan'
import { readDecimal } from '#core/number/decimal'
import { shortDay } from '~/composables/useWords'
import type { Listed } from '#core/plan/rules'

/** One thing that is done to several assignments at once. */
export type BulkEdit =
  | { do: 'category'; id: string | null }
  | { do: 'move'; days: string; weekdays: boolean }
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
export function bulkTo(each: Listed<Assignment>, edit: BulkEdit): Partial<Assignment> | { refused: string } {
  switch (edit.do) {
    case 'category':
      return { categoryId: edit.id }
    case 'move': {
      const days = Number(edit.days)
      if (!Number.isInteger(days) || Math.abs(days) > 400) return { refused: 'Write a whole number of days.' }
      const after = edit.weekdays ? weekdaysAfter : daysAfter
      return each.dueOn ? { dueOn: after(each.dueOn, days) } : {}
    }
    case 'due':
      return checked({ dueOn: edit.date })
    case 'points':
      return checked({ points: readDecimal(edit.points) ?? edit.points })
    case 'multiplier':
      return checked({ multiplier: readDecimal(edit.multiplier) ?? edit.multiplier })
    case 'standard':
      return {
        standardIds: edit.tagged
          ? [...new Set([...each.standardIds, edit.id])]
          : each.standardIds.filter((id) => id !== edit.id),
      }
    case 'visibility':
      return checked({ visibility: edit.visibility })
    case 'delete':
      return { removed: true }
    default: {
      const { do: _, ...to } = edit
      return to
    }
  }
}

function checked(to: Partial<Assignment>): Partial<Assignment> | { refused: string } {
  const parsed = schemas.assignment.partial().safeParse(to)
  return parsed.success ? to : { refused: say(fieldFault(parsed.error.issues[0])) }
}

/** What an edit looks at in an assignment, in words: before, and after. */
export function bulkWords(
  assignment: Assignment,
  edit: BulkEdit,
  names: { categories: readonly Listed<Category>[]; standards: readonly { id: string; code: string }[] },
): string {
  switch (edit.do) {
    case 'category':
      return names.categories.find((one) => one.id === assignment.categoryId)?.name ?? 'no category'
    case 'move':
    case 'due':
      return shortDay(assignment.dueOn)
    case 'points':
      return `${assignment.points} points`
    case 'multiplier':
      return `×${assignment.multiplier}`
    case 'visibility':
      return describeVisibility(assignment.visibility)
    case 'released':
      return assignment.released ? 'scores released' : 'scores not released'
    case 'counts':
      return assignment.counts ? 'counts' : 'counts in no grade'
    case 'hidden':
      return assignment.hidden ? 'put away' : 'a column'
    case 'standard':
      return (
        names.standards.flatMap((one) => (assignment.standardIds.includes(one.id) ? one.code : [])).join(', ') || 'none'
      )
    case 'delete':
      return assignment.removed ? 'deleted' : 'there'
  }
}
