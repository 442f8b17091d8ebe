import type { MessageOf } from '#core/message'
import { isBlank as isBlankCell } from '#core/scores/to-score'
import { jointId } from '#core/kind'
import type { Cell } from '#core/scores/cell'
import type { ActKind } from '#core/acts/act'
import { onBlock, type BlockCell, type BlockEdit, type BlockOutcome } from '#core/scores/block'
import { enteredOn, markLetters, readEntry, type EntryPlace } from '#core/scores/entry'
import { toggleMark, valueText } from '#core/scores/score'
import type { ClassStore } from '~/stores/class'
import { useUnreadCells } from '~/composables/useUnreadCells'

export type CellId = [studentId: string, assignmentId: string]

/** What the act of an edit of a block is called in the journal. */
const actOf: Record<BlockEdit['do'], ActKind> = {
  'fill blanks': 'fill',
  'fill all': 'fill',
  'fill marked': 'fill',
  'set mark': 'mark',
  'clear mark': 'mark',
  note: 'note',
  clear: 'clear',
}

/** What typing, pasting, marks and edits of blocks do with the scores of one class. Each is one act. */
export function scoreActions(classStore: ClassStore, everyone: () => boolean = () => false) {
  const cellOf = (id: CellId) => classStore.get('cell', jointId(...id))

  function placeOf([studentId, assignmentId]: CellId): EntryPlace {
    const { scoredIn, points, standardIds } = classStore.get('assignment', assignmentId)
    return {
      scale: classStore.plan!.scale,
      levels: scoredIn === 'levels' ? classStore.levels!.scaleOfWork(standardIds) : null,
      letters: scoredIn === 'letters',
      possible: points,
      present: cellOf([studentId, assignmentId]).value,
    }
  }

  const unread = useUnreadCells(classStore, 'cell')

  const change = (kind: ActKind, cells: { id: string; to: Partial<Cell> }[]) =>
    classStore.change(
      kind,
      cells.map(({ id, to }) => ({ kind: 'cell' as const, id, to })),
    )

  function blockCell(id: CellId): BlockCell {
    const { dueOn } = classStore.get('assignment', id[1])
    return {
      id: jointId(...id),
      cell: cellOf(id),
      place: placeOf(id),
      there: everyone() || dueOn === null || classStore.wasThere(id[0], dueOn),
    }
  }

  return {
    cellOf,
    text: (id: CellId) => unread.at(...id)?.text ?? valueText(cellOf(id).value),

    /** Keeps an entry; says why when it is refused. */
    enter(id: CellId, text: string): MessageOf<'entry'> | null {
      const entry = readEntry(text, placeOf(id))
      if ('refused' in entry) return entry.refused
      unread.end(...id)
      change('type', [{ id: jointId(...id), to: enteredOn(cellOf(id), entry) }])
      return null
    },

    leave: unread.leave,
    remember: unread.remember,
    endUnread: (id: CellId) => unread.end(...id),

    /** What an entry would make of a cell, or why it cannot be read. */
    read(id: CellId, text: string): { to: Partial<Cell> } | { refused: MessageOf<'entry'> } {
      const entry = readEntry(text, placeOf(id))
      return 'refused' in entry ? entry : { to: enteredOn(cellOf(id), entry) }
    },

    /** Keeps those entries that can be read, and leaves the others marked in their cells; gives how many those are. */
    paste(entries: [CellId, text: string][]): number {
      let refused = 0
      const kept = entries.flatMap(([id, text]) => {
        const entry = readEntry(text, placeOf(id))
        if ('refused' in entry) {
          unread.leave(id, text, entry.refused)
          refused++
          return []
        }
        return [{ id: jointId(...id), to: enteredOn(cellOf(id), entry) }]
      })
      change('paste', kept)
      return refused
    },

    /** Copies scores and their marks into cells. */
    copy(cells: { id: CellId; from: Readonly<Cell> }[]): void {
      change(
        'fill',
        cells.map(({ id, from }) => ({ id: jointId(...id), to: { value: from.value, marks: [...from.marks] } })),
      )
    },

    isPassedOver: (id: CellId): boolean => !blockCell(id).there,

    isBlank(id: CellId): boolean {
      const { cell, there } = blockCell(id)
      return there && isBlankCell(cell)
    },

    isInLetters: (id: CellId): boolean => classStore.get('assignment', id[1]).scoredIn === 'letters',
    allMarked: (key: string, ids: CellId[]) => ids.every((id) => hasMark(cellOf(id), key)),
    /** Sets the mark of a letter in cells, or takes it from them; answers whether the letter is of a mark. */
    mark(key: string, ids: CellId[], set: boolean): boolean {
      const mark = markLetters[key]
      if (!mark) return false
      change(
        'mark',
        ids
          .filter((id) => cellOf(id).marks.includes(mark) !== set)
          .map((id) => ({ id: jointId(...id), to: { marks: toggleMark(cellOf(id).marks, mark) } })),
      )
      return true
    },

    /** What an edit would do to a block, and, on request, does it. */
    foresee: (ids: readonly CellId[], edit: BlockEdit): BlockOutcome => onBlock(ids.map(blockCell), edit),
    perform: (outcome: BlockOutcome, edit: BlockEdit) => void change(actOf[edit.do], outcome.changes),
  }
}
export type ScoreActions = ReturnType<typeof scoreActions>

const hasMark = ({ marks }: Readonly<Cell>, key: string): boolean => marks.some((mark) => mark === markLetters[key])
