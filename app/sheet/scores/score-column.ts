import { periodOf } from '#core/calendar/periods'
import type { ClassStore } from '~/stores/class'
import { assignmentStates } from '~/words/assignment-states'
import { counted, shortDay } from '~/composables/useWords'
import type { Column } from '../columns'
import type { SheetColumn } from '../types'
import type { SheetView } from '../view'

/** The group of a column, where columns are grouped: its category, or its period where several are shown. */
export function groupOf(lead: ClassStore, { first }: Column, view: SheetView): string | undefined {
  if (view.order === 'category')
    return lead.categories.find((category) => category.id === first.categoryId)?.name ?? 'No category'
  return view.span ? (periodOf(lead.periods, first.dueOn)?.title ?? 'In no period') : undefined
}

/**
 * The head of an assignment's column.
 *
 * @param lead whose categories and periods the head speaks of
 * @param of how many classes the sheet shows
 * @param group said over the first column of a group
 */
export function scoreColumn(lead: ClassStore, column: Column, of: number, group: string | undefined): SheetColumn {
  const { id, first, dueOn } = column
  const category = lead.categories.find((each) => each.id === first.categoryId)
  const isFromApp = id in lead.sources
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
