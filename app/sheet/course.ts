import type { Assignment } from '#core/acts/records'
import { wordsOfName } from '#core/formats/grid/names'
import type { Listed } from '#core/grading/rules'

/** An assignment of a course: one column for the copies of it in several classes. */
export interface CourseColumn {
  id: string
  name: string
  shortName: string
  points: string
  multiplier: string
  /** Earliest first; the same in all classes is one. */
  dueOn: (string | null)[]
  /** By class, the assignment that stands there. */
  in: Map<string, string>
}

/**
 * The columns of several classes of a course side by side: linked copies are one column, and so is work of the same name
 * and points; what only one class has is a column of its own. By the earliest due date.
 */
export function courseColumns(
  classes: readonly { id: string; assignments: readonly Listed<Assignment>[] }[],
): CourseColumn[] {
  const columns: (CourseColumn & { links: Set<string>; words: string })[] = []
  for (const { id, assignments } of classes)
    for (const each of assignments) {
      const words = `${wordsOfName(each.name).join(' ')}/${each.points}`
      const free = columns.filter((one) => !one.in.has(id))
      let column =
        free.find((one) => each.linkId !== null && one.links.has(each.linkId)) ??
        free.find((one) => one.words === words)
      if (!column) columns.push((column = { ...begun(each), links: new Set(), words }))
      column.in.set(id, each.id)
      if (each.linkId) column.links.add(each.linkId)
      if (!column.dueOn.includes(each.dueOn)) column.dueOn.push(each.dueOn)
    }
  const day = (date: string | null) => date ?? '9999'
  for (const each of columns) each.dueOn.sort((a, b) => day(a).localeCompare(day(b)))
  return columns.toSorted((a, b) => day(a.dueOn[0]!).localeCompare(day(b.dueOn[0]!)))
}

const begun = ({ id, name, shortName, points, multiplier }: Listed<Assignment>): CourseColumn => ({
  id,
  name,
  shortName,
  points,
  multiplier,
  dueOn: [],
  in: new Map(),
})
