import { enrolledOn, rosterName } from '#core/section'
import type { SheetRow } from '~/sheet/types'

/** The students of the open class and period as rows of a sheet; one who is no longer there says so. */
export function useSheetRows() {
  const classroom = useClassroom()
  const { today } = storeToRefs(usePerson())
  return computed<SheetRow[]>(() =>
    classroom.students.map((student) => ({
      id: student.id,
      name: rosterName(student),
      aside: enrolledOn(student, today.value) ? undefined : 'left',
    })),
  )
}
