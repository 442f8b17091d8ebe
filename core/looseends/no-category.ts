import { record } from '../records'
import { assignmentsOf, categoriesOf, planOf } from '../plan/rules'
import type { Find } from './looseend'

/** An assignment without a category, and a deleted category that assignments still name. */
export const noCategory: Find = (snapshot) => {
  const { method, own } = planOf(snapshot)
  // Where no grade is made, work belongs to no category of one.
  if (method === 'none' && Object.values(own).every((each) => each.method === 'none')) return []
  const known = new Set(categoriesOf(snapshot).map((each) => each.id))
  const stray = assignmentsOf(snapshot).filter((each) => each.categoryId === null || !known.has(each.categoryId))
  const gone = [...new Set(stray.flatMap((each) => each.categoryId ?? []))].filter(
    (id) => id in snapshot.records.category,
  )
  return [
    ...gone.map((id) => {
      const { name } = record(snapshot.records, 'category', id)
      const count = stray.filter((each) => each.categoryId === id).length
      return {
        code: 'removed-category' as const,
        message: { code: 'end.removed-category' as const, category: name, assignments: count },
        mend: { view: 'plan' as const },
        fixes: [
          {
            message: { code: 'mend.bring-back' as const },
            kind: 'plan' as const,
            desired: [{ kind: 'category' as const, id, to: { removed: false } }],
          },
        ],
      }
    }),
    ...stray
      .filter((each) => each.categoryId === null || !gone.includes(each.categoryId))
      .map((each) => ({
        code: 'no-category' as const,
        message: { code: 'end.no-category' as const, assignment: each.name },
        mend: { view: 'gradebook' as const, assignmentId: each.id },
      })),
  ]
}
