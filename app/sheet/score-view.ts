import { jointId, type Cell } from '#core/acts/records'
import { readDecimal } from '#core/number/decimal'
import { depthOf } from '#core/scales/proficiency'
import { marks, valueText, type Value } from '#core/scores/score'
import type { Classroom } from '~/stores/classroom'
import type { CellView } from './types'

const DYES = 3

/** How a score stands in the sheet of its class, with everything that is to be seen at it. */
export function scoreView(classroom: Classroom, studentId: string, assignmentId: string): CellView {
  const { points, dueOn } = classroom.get('assignment', assignmentId)
  const id = jointId(studentId, assignmentId)
  const cell = classroom.get('cell', id)
  let view = cellView(cell, points)
  if (classroom.droppedOf(studentId).has(assignmentId)) view = asDropped(view)
  if (dueOn !== null && !classroom.wasThere(studentId, dueOn))
    view = { ...also(view, 'not in the class then'), away: true }
  if (cell.value !== null && 'level' in cell.value)
    view = { ...view, dye: Math.round(depthOf(classroom.snapshot!.proficiencyScale, cell.value.level) * DYES) }
  if (classroom.conflicts.find('cell', id)) return { ...also(view, 'waits for a decision'), conflict: true }
  return classroom.isUnsent(id) ? { ...also(view, 'not yet sent to the district'), unsent: true } : view
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
          ...marks.filter((each) => cell.marks.includes(each)),
          ...(note ? [note === 'family' ? 'note for the family' : 'private note'] : []),
        ].join(', ')
      : undefined
  return { text: valueText(cell.value), excess, mark, note, excused, missing: cell.marks.includes('missing'), words }
}

/** What a score is above the points possible, as `+1`, so that an 88 typed for an 8 is seen. */
function excessOf(value: Value | null, possible: string): string | undefined {
  if (value === null || !('points' in value || 'percent' in value)) return undefined
  const over = 'points' in value ? Number(value.points) - Number(possible) : Number(value.percent) - 100
  return over > 0 ? `+${readDecimal(over.toFixed(3))}` : undefined
}
