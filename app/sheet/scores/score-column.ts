import { periodOf } from '#core/calendar/periods'
import type { Category } from '#core/plan/category'
import type { Listed } from '#core/plan/rules'
import type { ClassStore } from '~/stores/class'
import { assignmentStates } from '~/words/assignment-states'
import { counted, shortDay } from '~/composables/useWords'
import type { Column } from '../columns'
import type { SheetColumn } from '../types'
import type { SheetView } from '../view'

/** The group of a column, where columns are grouped: its category, or its period where several are shown. */
export function groupOf(
  lead: ClassStore,
  { first }: Column,
  category: Listed<Category> | undefined,
  view: SheetView,
): string | undefined {
  if (view.order === 'category') return category?.name ?? 'No category'
  return view.span ? (periodOf(lead.periods, first.dueOn)?.title ?? 'In no period') : undefined
}

/**
 * The head of an assignment's column.
 *
 * @param category the column's, as the sheet names it
 * @param of how many classes the sheet shows
 * @param group said over the first column of a group
 */
export function scoreColumn(
  column: Column,
  category: Listed<Category> | undefined,
  isFromApp: boolean,
  of: number,
  group: string | undefined,
): SheetColumn {
  const { id, first, dueOn } = column
  const times = first.multiplier === '1' ? '' : first.multiplier
  const states = assignmentStates(first)
  return {
    id,
    title: first.shortName,
    under: [
      dueOn.length > 1 ? `${shortDay(dueOn[0]!)} on` : shortDay(dueOn[0]!),
      `${isFromApp ? '⇣ ' : ''}${times ? `${first.points} ×${times}` : `of ${first.points}`}`,
    ],
    states: states.map(({ short }) => short),
    tint: category?.tint,
    group,
    words: [
      `${first.name}, ${category?.name ?? 'no category'}, due ${dueOn.map(shortDay).join(' and ')}`,
      `${first.points} points${times && `, times ${times}`}`,
      ...states.map(({ words }) => words),
      ...(isFromApp ? ['from the classroom app'] : []),
      ...(first.hidden ? ['put away'] : []),
      ...(column.in.size < of ? [`in ${counted(column.in.size, 'class', 'classes')} of ${of}`] : []),
    ].join(', '),
  }
}
