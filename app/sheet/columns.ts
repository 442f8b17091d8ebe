import type { Assignment } from '#core/plan/assignment'
import { wordsOfName } from '#core/formats/grid/names'
import type { Listed } from '#core/plan/rules'

/** One column of a sheet: an assignment and its copies in other classes. Its id is that of the first. */
export interface Column {
  id: string
  first: Listed<Assignment>
  /** Earliest first; the same in all classes is one. */
  dueOn: (string | null)[]
  /** By class, the assignment that stands there. */
  in: Map<string, string>
}

/**
 * The columns of classes side by side: linked copies are one column, and so is work of the same name and points; what
 * only one class has is a column of its own. By the earliest due date; of one class in the order that it has.
 */
export function columnsOf(
  classes: readonly { id: string; assignments: readonly Listed<Assignment>[] }[],
): readonly Column[] {
  const columns: (Column & { links: Set<string>; words: string })[] = []
  for (const { id, assignments } of classes)
    for (const assignment of assignments) {
      const words = `${wordsOfName(assignment.name).join(' ')}/${assignment.points}`
      const free = id === classes[0]!.id ? [] : columns.filter((one) => !one.in.has(id))
      let column =
        free.find((one) => assignment.linkId !== null && one.links.has(assignment.linkId)) ??
        free.find((one) => one.words === words)
      if (!column)
        columns.push(
          (column = { id: assignment.id, first: assignment, dueOn: [], in: new Map(), links: new Set(), words }),
        )
      column.in.set(id, assignment.id)
      if (assignment.linkId) column.links.add(assignment.linkId)
      if (!column.dueOn.includes(assignment.dueOn)) column.dueOn.push(assignment.dueOn)
    }
  if (classes.length < 2) return columns
  for (const each of columns) each.dueOn.sort((a, b) => day(a).localeCompare(day(b)))
  return columns.toSorted((a, b) => day(a.dueOn[0]).localeCompare(day(b.dueOn[0])))
}

/** What has no date comes last. */
const day = (date: string | null | undefined) => date ?? '9999'
