import { say } from '~/words/say'
import { jointId, partsOf } from '#core/kind'
import type { Cell } from '#core/scores/cell'
import type { BlockEdit } from '#core/scores/block'
import { cellText, markLetters } from '#core/scores/entry'
import { fullName } from '#core/section'
import type { SheetSource } from '~/composables/useSheetSource'
import { scoreActions, type CellId, type ScoreActions } from './score-actions'
import type { SheetActions } from './types'
import type { ClassStore } from '~/stores/class'

/** A cell of a sheet, by the ids of its row and its column. */
export type SheetCell = [rowId: string, columnId: string]

/** What an edit would do to a block of a sheet, in words, before it does it. */
export interface Foreseen {
  lines: { id: string; student: string; assignment: string; before: string; after: string }[]
  refused: string[]
  perform: () => void
}

/** What one pasted text would do. */
export interface PasteLine {
  id: string
  student: string
  assignment: string
  before: string
  after: string
  refused?: string
}

const NOT_THERE = { code: 'entry.no-assignment' } as const

/**
 * What typing, pasting, marks and edits do in a sheet of one or several classes. What is done to a block is one act of
 * each class that it touches, and one step back.
 */
export function sourceActions(
  source: SheetSource,
  asOne: <T>(work: () => T) => T,
  open: {
    note: (block: SheetCell[]) => void
    work: () => void
    fill: (block: SheetCell[]) => void
    named: (table: string[][], columnId: string) => boolean
    ask: NonNullable<SheetActions['ask']>
    /** Whether students who were not there are taken like all others. */
    everyone: () => boolean
  },
) {
  const actionsIn = new Map<ClassStore, ScoreActions>(
    source.classes.map((each) => [each, scoreActions(each, open.everyone)]),
  )
  const at = (rowId: string, columnId: string): { own: ScoreActions; id: CellId } | null => {
    const place = source.placeOf(rowId, columnId)
    return place && { own: actionsIn.get(place.classStore)!, id: place.id }
  }

  /** What is in each class, of things in cells; what is in no class is left out. */
  function byClass<T>(things: readonly T[], cellOf: (thing: T) => SheetCell) {
    const groups = new Map<ClassStore, { id: CellId; thing: T }[]>()
    for (const thing of things) {
      const place = source.placeOf(...cellOf(thing))
      if (place) groups.set(place.classStore, [...(groups.get(place.classStore) ?? []), { id: place.id, thing }])
    }
    return [...groups].map(([classStore, found]) => ({ classStore, own: actionsIn.get(classStore)!, found }))
  }
  /** The cells of a block in each class. */
  const cellsIn = (cells: readonly SheetCell[]) =>
    byClass(cells, (each) => each).map(({ found, ...of }) => ({ ...of, ids: found.map(({ id }) => id) }))

  function foresee(cells: readonly SheetCell[], edit: BlockEdit): Foreseen {
    const parts = cellsIn(cells).map(({ classStore, own, ids }) => ({
      classStore,
      own,
      outcome: own.foresee(ids, edit),
    }))
    const lacking = cells.filter((cell) => !at(...cell)).map(() => say(NOT_THERE))
    return {
      lines: parts.flatMap(({ classStore, outcome }) =>
        outcome.changes.map(({ id, to }) => ({ id, ...wordsOf(classStore, id, to, edit) })),
      ),
      refused: [
        ...parts.flatMap(({ classStore, outcome }) =>
          outcome.refused.map(({ id, reason }) => `${whose(classStore, id)}: ${say(reason)}`),
        ),
        ...lacking,
      ],
      perform: () => asOne(() => parts.forEach(({ own, outcome }) => own.perform(outcome, edit))),
    }
  }

  const actions: Omit<SheetActions, 'open' | 'begin'> = {
    text(...cell) {
      const found = at(...cell)
      return found ? found.own.text(found.id) : ''
    },
    enter(rowId, columnId, text) {
      const found = at(rowId, columnId)
      return found ? found.own.enter(found.id, text) : NOT_THERE
    },
    leave(rowId, columnId, text, reason) {
      const found = at(rowId, columnId)
      found?.own.leave(found.id, text, reason)
    },
    remember(rowId, columnId, text) {
      const found = at(rowId, columnId)
      found?.own.remember(found.id, text)
    },
    asksFirst(rowId, columnId, key, go) {
      const place = source.placeOf(rowId, columnId)
      return place?.classStore.asksFirst({ kind: 'cell', id: jointId(...place.id) }, key, go) ?? false
    },
    clear(cells) {
      for (const { own, ids } of cellsIn(cells)) ids.forEach(own.endUnread)
      foresee(cells, { do: 'clear' }).perform()
    },
    paste: (entries) =>
      asOne(() => {
        const parts = byClass(entries, ([rowId, columnId]) => [rowId, columnId])
        const taken = parts.reduce((sum, { found }) => sum + found.length, 0)
        return parts.reduce(
          (refused, { own, found }) => refused + own.paste(found.map(({ id, thing }) => [id, thing[2]])),
          entries.length - taken,
        )
      }),
    named: open.named,
    ask: open.ask,
    fillDown: (columns) =>
      asOne(() => {
        const copies = columns.flatMap(([first, ...below]) => {
          const from = at(...first!)
          // Of a block, students who were not there are passed over; one cell by itself is meant.
          const meant = below.length > 1 ? below.filter((cell) => !actions.isPassedOver(...cell)) : below
          return from ? meant.map((cell) => ({ cell, from: from.own.cellOf(from.id) })) : []
        })
        for (const { own, found } of byClass(copies, ({ cell }) => cell))
          own.copy(found.map(({ id, thing }) => ({ id, from: thing.from })))
      }),
    isPassedOver(...cell) {
      const found = at(...cell)
      return found === null || (!open.everyone() && found.own.isPassedOver(found.id))
    },
    isBlank(...cell) {
      const found = at(...cell)
      return found !== null && found.own.isBlank(found.id)
    },
    inLetters(...cell) {
      const found = at(...cell)
      return found !== null && found.own.isInLetters(found.id)
    },
    isMark: (key) => Object.hasOwn(markLetters, key),
    letter(key, cells) {
      if (key === 'n') return (open.note(cells), true)
      if (key === '=') return (open.work(), true)
      if (key === 'f') return (open.fill(cells), true)
      return asOne(() => {
        // Of a block, students who were not there are passed over; one cell by itself is meant.
        const meant = cells.length > 1 ? cells.filter((cell) => !actions.isPassedOver(...cell)) : cells
        const parts = cellsIn(meant)
        // A block is set as one: where any lacks the mark, all get it.
        const all = parts.every(({ own, ids }) => own.allMarked(key, ids))
        return parts.filter(({ own, ids }) => own.mark(key, ids, !all)).length > 0
      })
    },
  }
  const look = (entries: readonly [...SheetCell, text: string][]): PasteLine[] =>
    byClass(entries, ([rowId, columnId]) => [rowId, columnId]).flatMap(({ classStore, own, found }) =>
      found.map(({ id, thing }) => {
        const cellId = jointId(...id)
        const before = own.cellOf(id)
        const read = own.read(id, thing[2])
        return {
          id: cellId,
          student: whose(classStore, cellId),
          assignment: classStore.get('assignment', id[1]).name,
          before: cellText(before),
          ...('refused' in read
            ? { after: '', refused: say(read.refused) }
            : { after: cellText({ ...before, ...read.to }) }),
        }
      }),
    )
  return { actions, foresee, look }
}

const whose = (classStore: ClassStore, id: string) =>
  fullName(classStore.snapshot!.students.find((each) => each.id === partsOf(id)[0])!)

/** One line of before and after. */
function wordsOf(classStore: ClassStore, id: string, to: Partial<Cell>, edit: BlockEdit) {
  const [studentId, assignmentId] = partsOf(id) as CellId
  const before = classStore.get('cell', id)
  const [was, is] = edit.do === 'note' ? [before.note, to.note] : [cellText(before), cellText({ ...before, ...to })]
  return {
    student: fullName(classStore.students.find((each) => each.id === studentId)!),
    assignment: classStore.get('assignment', assignmentId).shortName,
    before: was || 'blank',
    after: is || (edit.do === 'note' ? 'no note' : 'blank'),
  }
}
