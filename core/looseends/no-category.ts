import { assignmentsOf, categoriesOf } from '../grading/section'
import type { Find } from './looseend'

/** An assignment whose category is not there; under category weights it counts for nothing. */
export const noCategory: Find = (snapshot) => {
  const known = new Set(categoriesOf(snapshot).map((each) => each.id))
  return assignmentsOf(snapshot)
    .filter((each) => each.categoryId === null || !known.has(each.categoryId))
    .map((each) => ({
      code: 'no-category',
      text: `${each.name} has no category.`,
      mend: { view: 'gradebook', assignmentId: each.id },
    }))
}
