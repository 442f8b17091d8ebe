import { categoryCalled } from '#core/plan/counterpart'
import type { Category } from '#core/plan/category'
import type { CategoryRule, Listed } from '#core/plan/rules'
import type { ClassStore } from '~/stores/class'
import type { ResultFeature } from './result-feature'

/** A category of the lead's in another class of the course: the one of the same name. */
export function categoryIn(lead: ClassStore, classStore: ClassStore, id: string): string {
  if (classStore === lead) return id
  const name = lead.categories.find((category) => category.id === id)?.name
  return categoryCalled(classStore.categories, name)?.id ?? 'none'
}

/**
 * The category of a column: the lead's of that name, so that one category is one group on the sheet, or else that of the
 * class the column's assignment is in.
 *
 * @param home the class of the column's first assignment
 */
export function categoryOfColumn(lead: ClassStore, home: ClassStore, id: string | null): Listed<Category> | undefined {
  const own = home.categories.find((category) => category.id === id)
  return home === lead ? own : (categoryCalled(lead.categories, own?.name) ?? own)
}

/** A category's percent in the period that is looked at. */
export function categoryResult(lead: ClassStore, { category, weight }: CategoryRule): ResultFeature {
  const own = (classStore: ClassStore) => categoryIn(lead, classStore, category.id)
  return {
    column: {
      id: category.id,
      title: category.shortName,
      under: weightWords(category, lead.rules?.method === 'categories' ? weight : null),
      width: 48,
    },
    cell(classStore, studentId) {
      const id = own(classStore)
      const found = classStore.gradeOfStudent(studentId)?.categories.get(id)
      if (found) return { text: found.percent }
      return isEmptied(classStore, studentId, id) ? { text: '', why: 'dropped' } : { text: '' }
    },
    numbers: (classStore) => classStore.numbers.get(own(classStore)) ?? [],
  }
}

/** Whether a rule, and not a blank, has emptied it: an empty place then says so. */
function isEmptied(classStore: ClassStore, studentId: string, categoryId: string): boolean {
  const category = classStore.categories.find((each) => each.id === categoryId)
  const isOf = (id: string) => classStore.get('assignment', id).categoryId === categoryId
  return category !== undefined && category.dropCount > 0 && [...classStore.droppedOf(studentId)].some(isOf)
}

function weightWords(category: Listed<Category>, weight: string | null): string {
  if (!category.counts) return 'not in'
  if (category.extraCredit) return 'extra'
  return weight === null ? '' : `${weight} %`
}
