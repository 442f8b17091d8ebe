import { enrolledOn, rosterName } from '#core/section'
import { mean } from '#core/grading/spread'
import type { CellView, Footer, ResultColumn, ResultView, SheetActions, SheetColumn, SheetRow } from '~/sheet/types'
import { courseColumns } from '~/sheet/course'
import { scoreActions, type CellId } from '~/sheet/score-actions'
import { scoreView } from '~/sheet/score-view'
import type { Classroom } from '~/stores/classroom'

/** Several classes of one course as one sheet: a row is a student in a class, a column an assignment and its copies. */
export function useCourseSheet(
  rooms: readonly Classroom[],
  open: { column: () => void; note: () => void; work: () => void },
) {
  const { today } = storeToRefs(usePerson())
  const byId = new Map(rooms.map((room) => [room.snapshot!.section.id, room]))
  /** The classes in which something was done here, the latest last: undo goes to them. */
  const acted: Classroom[] = []

  /** What tells the class from the others of its course: `7A` of `Earth Systems 7A`. */
  const shortOf = (room: Classroom) => room.snapshot!.section.title.split(' ').at(-1)!

  const rows = computed<SheetRow[]>(() =>
    rooms.flatMap((room) =>
      room.students.map((student) => ({
        id: `${room.snapshot!.section.id} ${student.id}`,
        name: rosterName(student),
        aside: enrolledOn(student, today.value) ? shortOf(room) : `${shortOf(room)}, left`,
      })),
    ),
  )
  const work = computed(() =>
    courseColumns(
      rooms.map((room) => ({
        id: room.snapshot!.section.id,
        assignments: room.assignments.filter((each) => !each.hidden),
      })),
    ),
  )
  const columnById = computed(() => new Map(work.value.map((each) => [each.id, each])))
  const columns = computed<SheetColumn[]>(() =>
    work.value.map((each) => {
      const days = [...new Set([each.dueOn[0]!, each.dueOn.at(-1)!])].map(shortDay).join(', ')
      const worth = each.multiplier === '1' ? `of ${each.points}` : `${each.points} ×${each.multiplier}`
      const where = each.in.size === rooms.length ? '' : `, in ${counted(each.in.size, 'class', 'classes')}`
      return {
        id: each.id,
        title: each.shortName,
        under: [days.length > 9 ? `${shortDay(each.dueOn[0]!)} on` : days, worth],
        words: `${each.name}, due ${days}, ${each.points} points${where}`,
      }
    }),
  )
  const results = computed<ResultColumn[]>(() => [
    { id: 'period', title: rooms[0]?.period?.title ?? '', under: 'so far', width: 104, strong: true },
  ])

  /** The class, the student and the assignment of a cell; none where that class does not have the assignment. */
  function placeOf(rowId: string, columnId: string): { room: Classroom; id: CellId } | null {
    const [sectionId, studentId] = rowId.split(' ') as [string, string]
    const assignmentId = columnById.value.get(columnId)?.in.get(sectionId)
    return assignmentId ? { room: byId.get(sectionId)!, id: [studentId, assignmentId] } : null
  }
  function cell(rowId: string, columnId: string): CellView {
    const place = placeOf(rowId, columnId)
    return place ? scoreView(place.room, ...place.id) : { text: '', away: true, words: 'not in this class' }
  }
  function result(rowId: string): ResultView {
    const [sectionId, studentId] = rowId.split(' ') as [string, string]
    const grade = byId.get(sectionId)!.gradeOfStudent(studentId)
    if (!grade?.effective) return { text: '' }
    const was = grade.override ? (grade.computed?.percent ?? 'none') : undefined
    return { text: grade.effective.percent, label: grade.effective.label, was }
  }
  const version = (rowId: string) => {
    const [sectionId, studentId] = rowId.split(' ') as [string, string]
    return byId.get(sectionId)!.rowOf(studentId)
  }

  const footers = computed<Footer[]>(() =>
    rooms.map((room) => ({
      title: `Mean of ${shortOf(room)}`,
      columns: new Map(
        work.value.map((each) => {
          const own = room.assignments.find(({ id }) => id === each.in.get(room.snapshot!.section.id))
          return [each.id, own ? room.spread(own).mean : null]
        }),
      ),
      results: new Map([['period', mean(room.numbers.get(room.periodId ?? '') ?? [], room.plan!)]]),
    })),
  )

  const inRoom = new Map(
    rooms.map((room) => [
      room,
      scoreActions(room, { note: open.note, work: open.work, fill: () => {}, named: () => false }).actions,
    ]),
  )
  /** Does something with the cells of each class; one act, and one step back, in each. */
  function grouped<T>(cells: readonly T[], idsOf: (cell: T) => [string, string]): Map<Classroom, [CellId, T][]> {
    const groups = new Map<Classroom, [CellId, T][]>()
    for (const each of cells) {
      const place = placeOf(...idsOf(each))
      if (place) groups.set(place.room, [...(groups.get(place.room) ?? []), [place.id, each]])
    }
    acted.push(...groups.keys())
    return groups
  }
  const actions: SheetActions = {
    text(...ids) {
      const place = placeOf(...ids)
      return place ? inRoom.get(place.room)!.text(...place.id) : ''
    },
    enter(rowId, columnId, text) {
      const place = placeOf(rowId, columnId)
      if (!place) return 'This class does not have this assignment. Put it there first, from its column in a class.'
      acted.push(place.room)
      return inRoom.get(place.room)!.enter(...place.id, text)
    },
    clear(cells) {
      for (const [room, found] of grouped(cells, (each) => each)) inRoom.get(room)!.clear(found.map(([id]) => id))
    },
    paste(entries) {
      let refused = 0
      const known = entries.filter(([rowId, columnId]) => placeOf(rowId, columnId))
      for (const [room, found] of grouped(known, ([rowId, columnId]) => [rowId, columnId]))
        refused += inRoom.get(room)!.paste(found.map(([id, [, , text]]) => [...id, text]))
      return refused + entries.length - known.length
    },
    fillDown(blocks) {
      for (const block of blocks)
        for (const [room, found] of grouped(block, (each) => each))
          inRoom.get(room)!.fillDown([found.map(([id]) => id)])
    },
    isBlank(...ids) {
      const place = placeOf(...ids)
      return place !== null && inRoom.get(place.room)!.isBlank(...place.id)
    },
    letter(key, cells) {
      let meant = false
      for (const [room, found] of grouped(cells, (each) => each))
        meant =
          inRoom.get(room)!.letter(
            key,
            found.map(([id]) => id),
          ) || meant
      return meant
    },
    open: open.column,
  }
  const undo = () => acted.pop()?.undo()

  return { rows, columns, results, cell, result, version, footers, actions, placeOf, undo }
}
