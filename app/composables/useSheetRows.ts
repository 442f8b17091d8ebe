import { enrolledOn, rosterName, type Student } from '#core/section'
import type { SheetRow } from '~/sheet/types'

/** Students of the open class and period as rows of a sheet; one who is no longer there says so. */
export function useSheetRows(students: () => readonly Student[] = () => useClassroom().students) {
  const { today } = storeToRefs(usePerson())
  return computed<SheetRow[]>(() =>
    students().map((student) => ({
      id: student.id,
      name: rosterName(student),
      aside: asideOf(student, today.value),
    })),
  )
}

/** What the name alone does not say: who left, and who is still to come. */
function asideOf(student: Student, today: string): string | undefined {
  if (enrolledOn(student, today)) return undefined
  const later = student.spans.find((span) => span.firstDay > today)
  return later ? `from ${shortDay(later.firstDay)}` : 'left'
}
