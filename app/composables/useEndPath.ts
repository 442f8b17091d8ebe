import type { LooseEnd } from '#core/looseends'
import type { ClosingLine } from '#core/today/closing-line'

/**
 * Where a loose end is looked at and mended by hand.
 *
 * @param query what of the present address goes along, where it stays in its period
 * @example pathOfEnd('section-1', end) // { path: '/class/section-1', query: { student: 's1', assignment: 'a1' } }
 */
export function pathOfEnd(sectionId: string, { mend }: Pick<LooseEnd, 'mend'>, query: object = {}) {
  const base = `/class/${sectionId}`
  switch (mend.view) {
    case 'plan':
      return { path: `${base}/plan`, query: { ...query } }
    case 'standards':
      return { path: `${base}/standards`, query: { ...query } }
    case 'habits':
      return { path: '/habits', query: { period: mend.periodId } }
    case 'close':
      return { path: `${base}/close`, query: { period: mend.periodId, student: mend.studentId } }
    case 'proficiency':
      return {
        path: `${base}/proficiency`,
        query: { period: mend.periodId, student: mend.studentId, standard: mend.standardId },
      }
    case 'gradebook':
      return mend.studentId
        ? { path: base, query: { student: mend.studentId, assignment: mend.assignmentId } }
        : { path: base, query: { ...query, edit: mend.assignmentId } }
  }
}

/**
 * Where what is left of levels and habits is decided: levels first, then the page of habits.
 *
 * @example whereToDecide('section-1', 'q2', { levels: 0, habits: 4 }).path // '/habits'
 */
export function whereToDecide(sectionId: string, period: string, left: NonNullable<ClosingLine['toDecide']>) {
  if (!left.levels && left.habits) return { path: '/habits', query: { period } }
  return { path: `/class/${sectionId}/proficiency`, query: { period, ...(left.levels ? { left: '1' } : {}) } }
}
