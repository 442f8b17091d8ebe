import type { MessageOf } from '../message'
import { daysAfter, type CivilDate } from '../calendar/date'
import type { Assignment } from '../plan/assignment'

/** From when a family sees an assignment: from the beginning, from a day on, or never, and then why. */
export type Seen = { from: 'now' } | { from: CivilDate } | { never: MessageOf<'unseen'> }

/**
 * When a family begins to see an assignment, by its rule.
 *
 * @example seenFrom({ visibility: { from: 'days before', days: 3 }, dueOn: '2026-11-20' }) // { from: '2026-11-17' }
 */
export function seenFrom({ visibility, dueOn }: Pick<Assignment, 'visibility' | 'dueOn'>): Seen {
  switch (visibility.from) {
    case 'now':
      return { from: 'now' }
    case 'never':
      return { never: { code: 'unseen.never' } }
    case 'date':
      return { from: visibility.date }
    case 'due date':
      return dueOn ? { from: dueOn } : { never: { code: 'unseen.no-due-date' } }
    case 'days before':
      return dueOn ? { from: daysAfter(dueOn, -visibility.days) } : { never: { code: 'unseen.no-day-before' } }
  }
}

/** Whether a family sees it on a day. */
export function isSeen(assignment: Pick<Assignment, 'visibility' | 'dueOn'>, today: CivilDate): boolean {
  const seen = seenFrom(assignment)
  return 'from' in seen && (seen.from === 'now' || seen.from <= today)
}
