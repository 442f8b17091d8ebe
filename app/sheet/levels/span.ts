import type { Period } from '#core/calendar/periods'
import type { ClassStore } from '~/stores/class'

/** Whether a student is in the class on any day of a period. */
export function spanOver(classStore: ClassStore, studentId: string, period: Period): boolean {
  const student = classStore.students.find((each) => each.id === studentId)
  return (
    student?.spans.some(
      ({ firstDay, lastDay }) => firstDay <= period.lastDay && (lastDay ?? '9999') >= period.firstDay,
    ) ?? false
  )
}
