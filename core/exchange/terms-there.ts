import type { Period } from '../calendar/periods'
import { record } from '../records'
import type { ClassSnapshot } from '../section'

/** The ID that a declared period has in the SIS: its own item, which its grades belong to. */
export const termIdOf = (sectionId: string, periodId: string): string => `${sectionId}.${periodId}.grade`

/** The ID of the category that those items are in. */
export const termCategoryId = (sectionId: string): string => `${sectionId}.term-grades`

/** Whether an item in the SIS is a period's, or one of its grades. */
export function isOfTerm(sectionId: string, periodId: string, id: string): boolean {
  const termId = termIdOf(sectionId, periodId)
  return id === termId || id.startsWith(`${termId}.`)
}

/**
 * Tells which items the SIS keeps though the class has no such item now: the grades and remarks of a reopened period stay
 * as they were declared until it is declared again. Removing them is an act of its own.
 *
 * @param removing the period whose items are to be removed, where that was asked for
 * @example staysThere(snapshot)('class.q1.grade.ann') // true while Quarter 1 is reopened
 */
export function staysThere(
  { section, periods, records }: Pick<ClassSnapshot, 'section' | 'periods' | 'records'>,
  removing: string | null = null,
): (id: string) => boolean {
  const open = periods.filter(({ id }) => id !== removing && !record(records, 'declaration', id).declared)
  const isOpen = (id: string) => open.some((period) => isOfTerm(section.id, period.id, id))
  return (id) => id === termCategoryId(section.id) || isOpen(id)
}

/**
 * Counts what the SIS holds of a period.
 *
 * @param agreed what both sides held after the last run, by ID
 * @example termThere('class', quarter1, agreed) // { grades: 28, remarks: 26 }
 */
export function termThere(
  sectionId: string,
  { id: periodId }: Pick<Period, 'id'>,
  agreed: ReadonlyMap<string, { type: string; fields: Readonly<Record<string, unknown>> }>,
): { grades: number; remarks: number } {
  const found = [...agreed].flatMap(([id, { type, fields }]) =>
    type === 'grade' && isOfTerm(sectionId, periodId, id) ? [fields] : [],
  )
  return {
    grades: found.filter(({ label, percent }) => label != null || percent != null).length,
    remarks: found.filter(({ remark }) => typeof remark === 'string' && remark !== '').length,
  }
}
