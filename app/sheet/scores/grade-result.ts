import type { Period } from '#core/calendar/periods'
import { planOf, rulesOf } from '#core/plan/rules'
import type { ClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'
import type { ResultFeature } from './result-feature'

/** What the period that is looked at goes by among the results, whichever it is. */
const LOOKED_AT = 'period'
const WIDE = 92
const LONGER_WIDE = 74

/** The grade of the period that is looked at. */
export const gradeResult = (lead: ClassStore, period: Period | undefined): ResultFeature => ({
  column: {
    id: LOOKED_AT,
    title: period?.title ?? '',
    under: `${scaleEnds(lead)}, ${counted(lead.plan?.places ?? 1, 'place')}`,
    width: WIDE,
    strong: true,
  },
  ...gradesOf(LOOKED_AT),
})

/** The grade of a longer period, as it stands. */
export const longerResult = (period: Period): ResultFeature => ({
  column: { id: period.id, title: period.title, under: 'so far', width: LONGER_WIDE },
  ...gradesOf(period.id),
})

const gradesOf = (id: string): Pick<ResultFeature, 'cell' | 'numbers'> => ({
  cell(classStore, studentId) {
    const grade = classStore.gradeOfStudent(studentId, id === LOOKED_AT ? undefined : id)
    if (!grade?.effective) return { text: '', why: whyNone(classStore, studentId, id) }
    const was = grade.override ? (grade.computed?.percent ?? 'none') : undefined
    return { text: grade.effective.percent, label: grade.effective.label, was }
  },
  numbers: (classStore) => classStore.numbers.get(id === LOOKED_AT ? classStore.periodId! : id) ?? [],
})

/** An empty place says why. */
function whyNone(classStore: ClassStore, studentId: string, id: string): string {
  const period = id === LOOKED_AT ? classStore.period : classStore.lineage.find((each) => each.id === id)
  if (!period) return ''
  if (isUngraded(classStore, period)) return 'no grade here'
  return id === LOOKED_AT && classStore.droppedOf(studentId).size > 0 ? 'only score dropped' : 'no scores yet'
}

/** Whether a class makes no grade in a period. */
export function isUngraded({ structure }: ClassStore, period: Period): boolean {
  return rulesOf(structure!, planOf(structure!), period).method === 'none'
}

function scaleEnds({ plan }: ClassStore): string {
  const steps = plan?.scale.steps ?? []
  return `${steps[0]?.label} to ${steps.at(-1)?.label}`
}
