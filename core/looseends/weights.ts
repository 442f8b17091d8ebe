import { categoriesOf, planOf } from '../grading/section'
import { thousandths } from '../number/decimal'
import type { Find } from './looseend'

/** Category weights that do not come to 100. */
export const weights: Find = (snapshot) => {
  if (planOf(snapshot).method !== 'categories') return []
  const sum = categoriesOf(snapshot).reduce((total, each) => total + thousandths(each.weight), 0)
  if (sum === 100_000) return []
  return [{ code: 'weights', text: `The category weights come to ${sum / 1000}, not 100.`, mend: { view: 'plan' } }]
}
