import { jointId, type Cell } from '#core/acts/records'
import type { ActKind } from '#core/acts/act'
import { onBlock, type BlockCell, type BlockDeed, type BlockOutcome } from '#core/scores/block'
import { enteredOn, markLetters, readEntry, type EntryPlace } from '#core/scores/entry'
import { toggleMark, valueText } from '#core/scores/score'
import type { SheetActions } from '~/sheet/types'
import type { Classroom } from '~/stores/classroom'

export type CellId = [studentId: string, assignmentId: string]

/** What the act of a deed on a block is called in the journal. */
const actOf: Record<BlockDeed['do'], ActKind> = {
  'fill blanks': 'fill',
  'fill all': 'fill',
  'set mark': 'mark',
  'clear mark': 'mark',
  note: 'note',
  clear: 'clear',
}

/** What typing, pasting, marks and deeds on blocks do with scores. Each is one act, with one undo. */
export function scoreActions(
  classroom: Classroom,
  open: {
    note: (block: CellId[]) => void
    work: () => void
    fill: (block: CellId[]) => void
    named: (table: string[][], from: string) => boolean
  },
) {
  const cellOf = (id: CellId) => classroom.get('cell', jointId(...id))

  function placeOf([studentId, assignmentId]: CellId): EntryPlace {
    const { scoredIn, points } = classroom.get('assignment', assignmentId)
    return {
      scale: classroom.plan!.scale,
      levels: scoredIn === 'levels' ? classroom.snapshot!.proficiencyScale : null,
      possible: points,
      present: cellOf([studentId, assignmentId]).value,
    }
  }

  const change = (kind: ActKind, cells: { id: string; to: Partial<Cell> }[]) =>
    classroom.change(
      kind,
      cells.map(({ id, to }) => ({ kind: 'cell' as const, id, to })),
    )

  function blockCell(id: CellId): BlockCell {
    const { dueOn } = classroom.get('assignment', id[1])
    return {
      id: jointId(...id),
      cell: cellOf(id),
      place: placeOf(id),
      there: dueOn === null || classroom.wasThere(id[0], dueOn),
    }
  }

  /** What a deed would do to a block, and, on request, does it. */
  const foresee = (cells: readonly CellId[], deed: BlockDeed): BlockOutcome => onBlock(cells.map(blockCell), deed)
  const perform = (outcome: BlockOutcome, deed: BlockDeed) => change(actOf[deed.do], outcome.changes)

  function letter(key: string, cells: CellId[]): boolean {
    if (key === 'n') return (open.note(cells), true)
    if (key === '=') return (open.work(), true)
    if (key === 'f') return (open.fill(cells), true)
    const mark = markLetters[key]
    if (!mark) return false
    // A block is set as one: where any lacks the mark, all get it.
    const all = cells.every((id) => cellOf(id).marks.includes(mark))
    change(
      'mark',
      cells
        .filter((id) => cellOf(id).marks.includes(mark) === all)
        .map((id) => ({ id: jointId(...id), to: { marks: toggleMark(cellOf(id).marks, mark) } })),
    )
    return true
  }

  const actions: Omit<SheetActions, 'open'> = {
    text: (...id) => valueText(cellOf(id).value),
    enter(studentId, assignmentId, text) {
      const id: CellId = [studentId, assignmentId]
      const entry = readEntry(text, placeOf(id))
      if ('refused' in entry) return entry.refused
      change('type', [{ id: jointId(...id), to: enteredOn(cellOf(id), entry) }])
      return null
    },
    clear(cells) {
      const deed: BlockDeed = { do: 'clear' }
      perform(foresee(cells, deed), deed)
    },
    paste(entries) {
      let refused = 0
      const kept = entries.flatMap(([studentId, assignmentId, text]) => {
        const id: CellId = [studentId, assignmentId]
        const entry = readEntry(text, placeOf(id))
        if ('refused' in entry) return (refused++, [])
        return [{ id: jointId(...id), to: enteredOn(cellOf(id), entry) }]
      })
      change('paste', kept)
      return refused
    },
    named: open.named,
    fillDown: (columns) =>
      void change(
        'fill',
        columns.flatMap(([first, ...below]) => {
          const { value, marks } = cellOf(first!)
          return below.map((id) => ({ id: jointId(...id), to: { value, marks: [...marks] } }))
        }),
      ),
    isBlank(...id) {
      const { cell, there } = blockCell(id)
      return there && cell.value === null && cell.marks.length === 0
    },
    letter,
  }
  return { actions, foresee, perform, placeOf }
}
