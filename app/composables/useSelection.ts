import type { Selected } from '~/sheet/types'
import { isUnscored } from '~/sheet/view'
import { usePerson } from '~/stores/person'
import type { SheetSource } from './useSheetSource'

/**
 * The cell of a sheet that is selected. It begins where a teacher most likely goes on, follows links to a cell, and stands
 * in the address, quietly, so that a reload or the way back finds it.
 *
 * @param focus gives the keyboard to the sheet
 */
export function useSelection(source: SheetSource, focus: () => void): Ref<Selected | null> {
  const route = useRoute()
  const { today } = storeToRefs(usePerson())

  /** The address's cell, else the first blank of the latest work that is due. */
  function started(): Selected | null {
    const asked = { rowId: String(route.query.student ?? ''), columnId: String(route.query.assignment ?? '') }
    if (asked.columnId && (asked.rowId || route.query.student === undefined))
      return { ...asked, rowId: asked.rowId || null }
    const due = source.columns.value.filter(({ first }) => (first.dueOn ?? '9999') <= today.value && !first.hidden)
    const open = due.find(firstBlank) ?? due.at(-1) ?? source.columns.value[0]
    const first = open && (firstBlank(open) ?? cellsOf(open)[0])
    return first ? { rowId: first.rowId, columnId: open.id } : null
  }
  const cellsOf = ({ id }: { id: string }) =>
    source.classes.flatMap((classStore) =>
      classStore.students.map((student) => ({
        classStore,
        student,
        rowId: source.rowIdOf(classStore, student.id),
        id,
      })),
    )
  function firstBlank(of: { id: string }) {
    return cellsOf(of).find(({ classStore, student, rowId }) => {
      const place = source.placeOf(rowId, of.id)
      if (!place) return false
      const id = place.id[1]
      const assignment = { ...classStore.reads.get('assignment', id), id }
      return isUnscored(classStore.snapshot!, student, assignment, today.value)
    })
  }

  const active = ref<Selected | null>(started())
  watch(
    () => source.classes[0]!.periodId,
    () => (active.value = started()),
  )
  watch(
    () => [route.query.student, route.query.assignment],
    () => {
      const asked = started()
      if (asked && route.query.assignment) active.value = asked
      // A form that opens with the same step of the address has the keyboard.
      if (!route.query.edit) void nextTick(focus)
    },
  )
  watch(active, (now) => {
    const address = now && addressOf(now)
    if (address && address !== location.pathname + location.search) history.replaceState(history.state, '', address)
  })
  return active
}

function addressOf({ rowId, columnId }: Selected): string {
  const url = new URL(location.href)
  if (rowId) url.searchParams.set('student', rowId)
  else url.searchParams.delete('student')
  url.searchParams.set('assignment', columnId)
  return url.pathname + url.search
}
