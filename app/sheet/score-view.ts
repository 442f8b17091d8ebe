import { jointId } from '#core/kind'
import type { Cell } from '#core/scores/cell'
import { ofDecimal, subtract } from '#core/number/ratio'
import { toDecimal } from '#core/number/round'
import { convertedLevel, cutOffsOf } from '#core/proficiency/convert'
import { levelOf } from '#core/scales/proficiency'
import { marks, valueText, type Value } from '#core/scores/score'
import { isFarAbove } from '#core/scores/outlier'
import { countedValue } from '#core/scores/contribution'
import { worthOf } from '#core/scores/worth'
import { cellText } from '#core/scores/entry'
import type { ClassStore } from '~/stores/class'
import { stateWords } from '~/words/assignment-states'
import type { CellView } from './types'
import { dyeOf } from '~/composables/useDye'
import { useUnread } from '~/stores/unread'
import { unreadView } from '~/composables/useUnreadCells'

/**
 * How a student's scores stand in the sheet of their class, by assignment, with everything that is to be seen at them.
 * What is the same for the whole row is looked up once: a sheet that scrolls asks for thousands.
 */
export function scoreViews(classStore: ClassStore, studentId: string): (assignmentId: string) => CellView {
  const { get, wasThere, isUnsent, isHeld, isInConflict } = classStore.reads
  const dropped = classStore.droppedOf(studentId)
  const { scaleOfWork, tree } = classStore.levels!
  const levels = scaleOfWork([])
  const { scale } = classStore.plan!
  const unread = useUnread()
    .of(classStore.snapshot!.section.id)
    .filter((each) => each.kind === 'cell')
  /** The level that the points of an item show of its standards, unless one was given for each of them. */
  function levelShown(assignmentId: string, cell: Readonly<Cell>): string | null {
    const assignment = get('assignment', assignmentId)
    const value = countedValue(cell)
    if (!value) return null
    const open = assignment.standardIds.some(
      (id) => !tree.get(id)?.habit && get('evidence', jointId(studentId, assignmentId, id)).level === null,
    )
    const cutOffs = open ? cutOffsOf(assignment, levels) : []
    return cutOffs.length ? convertedLevel(worthOf(value, assignment.points, { scale, levels }), cutOffs, levels) : null
  }
  return (assignmentId) => {
    const assignment = get('assignment', assignmentId)
    const { points, dueOn, standardIds } = assignment
    const id = jointId(studentId, assignmentId)
    const cell = get('cell', id)
    const left = unread.find((each) => each.id === id)
    if (left) return unreadView(left, cellText(cell))
    const states = stateWords(assignment)
    let view = cellView(cell, points)
    if (states) view = also(view, states)
    if (dropped.has(assignmentId)) view = asDropped(view)
    if (dueOn !== null && !wasThere(studentId, dueOn)) view = { ...also(view, 'not in the class then'), away: true }
    const shown = levelOf(levels, levelShown(assignmentId, cell))
    if (shown) view = { ...also(view, `shows level ${shown.short}, ${shown.label}`), converted: shown.short }
    if (cell.value !== null && 'level' in cell.value)
      view = { ...view, dye: dyeOf(scaleOfWork(standardIds), cell.value.level) }
    if (isInConflict(id)) return { ...also(view, 'waits for a decision'), conflict: true }
    if (isHeld(id)) return { ...also(view, 'changed in the district too, waits for a decision'), conflict: true }
    return isUnsent(id) ? { ...also(view, 'not yet sent to the district'), unsent: true } : view
  }
}

/** The same, with one thing more for a screen reader to say. */
const also = (view: CellView, words: string): CellView => ({
  ...view,
  words: [view.words ?? (view.text || 'blank'), words].join(', '),
})

/** A score that a rule has dropped: in parentheses and lighter. */
function asDropped(view: CellView): CellView {
  return { ...also(view, 'dropped'), text: `(${view.text || '–'})`, dropped: true }
}

/** How a score cell looks, and what a screen reader says of it. */
export function cellView(cell: Readonly<Cell>, possible: string): CellView {
  const excused = cell.marks.includes('excused')
  const excess = excessOf(cell.value, possible)
  const mark = cell.marks.join(' ') || undefined
  const note = cell.note ? cell.noteFor : undefined
  const words =
    mark || note || excess
      ? [
          valueText(cell.value) || 'blank',
          ...(excess ? [`${excess.slice(1)} above the maximum of ${possible}`] : []),
          ...(isFarAbove(cell, possible) ? ['more than twice it, is that meant?'] : []),
          ...marks.filter((each) => cell.marks.includes(each)),
          ...(note ? [note === 'family' ? 'note for the family' : 'private note'] : []),
        ].join(', ')
      : undefined
  const odd = !excused && isFarAbove(cell, possible)
  return {
    text: valueText(cell.value),
    excess,
    mark,
    note,
    excused,
    odd,
    missing: cell.marks.includes('missing'),
    words,
  }
}

/** What a score is above the points possible, as `+1`, so that an 88 typed for an 8 is seen. */
function excessOf(value: Value | null, possible: string): string | undefined {
  if (value === null || !('points' in value || 'percent' in value)) return undefined
  const [scored, most] = 'points' in value ? [value.points, possible] : [value.percent, '100']
  const over = subtract(ofDecimal(scored), ofDecimal(most))
  return over.n > 0 ? `+${toDecimal(over)}` : undefined
}
