import type { MessageOf } from '#core/message'
import type { ActKind } from '#core/acts/act'
import type { Kind } from '#core/kinds'
import type { Desired } from '#core/desired'
import type { ClassStore } from '~/stores/class'
import { useUnread } from '~/stores/unread'
import { unreadView } from '~/composables/useUnreadCells'
import type { CellView, SheetActions, SheetColumn } from './types'

/**
 * One column of a sheet of a class: its head, how its cells look, and what typing in them changes. It gives changes and
 * performs none, so that what is done to a block is one act whatever columns it spans.
 */
export interface ColumnFeature {
  column: SheetColumn
  cell(studentId: string): CellView
  /** What editing in place begins with, and what is copied. */
  text(studentId: string): string
  /** The record that a cell is about. */
  record(studentId: string): { kind: Kind; id: string }
  /** The changes that an entry makes, or why it is refused. */
  read(studentId: string, text: string): Desired[] | { refused: MessageOf<'entry'> }
  cleared(studentId: string): Desired[]
  isBlank(studentId: string): boolean
  isPassedOver(studentId: string): boolean
}

/** What pages add to what all columns do alike. */
export type FeatureKeys = Pick<SheetActions, 'letter' | 'open' | 'begin' | 'inLetters'>

/** What is done to the columns of a class's sheet: typing, clearing, pasting, filling down. Each is one act. */
export function featureActions(
  classStore: ClassStore,
  of: (columnId: string) => ColumnFeature,
  keys: FeatureKeys,
): SheetActions & { cell: (rowId: string) => (columnId: string) => CellView } {
  const unread = useUnread()
  const sectionId = classStore.snapshot!.section.id
  const left = (rowId: string, columnId: string) => {
    const { kind, id } = of(columnId).record(rowId)
    return unread.find(sectionId, kind, id)
  }
  function end(rowId: string, columnId: string): void {
    const { kind, id } = of(columnId).record(rowId)
    if (!left(rowId, columnId)) return
    unread.end(sectionId, kind, id)
    classStore.renewRow(rowId)
  }
  const change = (kind: ActKind, desired: Desired[]) => void (desired.length && classStore.change(kind, desired))

  return {
    cell: (rowId) => (columnId) => {
      const feature = of(columnId)
      const typed = left(rowId, columnId)
      return typed ? unreadView(typed, feature.text(rowId)) : feature.cell(rowId)
    },
    text: (rowId, columnId) => left(rowId, columnId)?.text ?? of(columnId).text(rowId),
    enter(rowId, columnId, text) {
      const read = of(columnId).read(rowId, text)
      if ('refused' in read) return read.refused
      end(rowId, columnId)
      change('level', read)
      return null
    },
    leave(rowId, columnId, text, reason) {
      unread.put({ sectionId, ...of(columnId).record(rowId), text, reason })
      classStore.renewRow(rowId)
    },
    remember: (rowId, columnId, text) =>
      unread.remember(text === null ? null : { sectionId, ...of(columnId).record(rowId), text }),
    asksFirst(rowId, columnId, key, go) {
      const { kind, id } = of(columnId).record(rowId)
      const isAsked = kind === 'cell' || kind === 'evidence' || kind === 'levelOverride'
      return isAsked && classStore.asksFirst({ kind, id }, key, go)
    },
    clear(cells) {
      cells.forEach((cell) => end(...cell))
      change(
        'clear',
        cells.flatMap(([rowId, columnId]) => of(columnId).cleared(rowId)),
      )
    },
    paste(entries) {
      const read = entries.map(([rowId, columnId, text]) => of(columnId).read(rowId, text))
      change(
        'paste',
        read.flatMap((each) => ('refused' in each ? [] : each)),
      )
      return read.filter((each) => 'refused' in each).length
    },
    fillDown: (columns) =>
      change(
        'fill',
        columns.flatMap(([first, ...below]) => {
          const text = of(first![1]).text(first![0])
          return below.flatMap(([rowId, columnId]) => {
            const read = of(columnId).read(rowId, text)
            return 'refused' in read ? [] : read
          })
        }),
      ),
    isBlank: (rowId, columnId) => of(columnId).isBlank(rowId),
    isPassedOver: (rowId, columnId) => of(columnId).isPassedOver(rowId),
    ...keys,
  }
}
