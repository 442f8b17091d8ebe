import { jointId, type Category, type Cell, type RecordOf } from '#core/acts/records'
import { holds } from '#core/calendar/periods'
import { readDecimal } from '#core/number/decimal'
import { assignmentMean } from '#core/grading/section'
import { readEntry } from '#core/scores/entry'
import { marks, toggleMark, valueText, type Mark, type Value } from '#core/scores/score'
import type { CellView, ResultColumn, ResultView, SheetActions, SheetColumn } from '~/sheet/types'

const letters: Record<string, Mark> = { l: 'late', m: 'missing', a: 'absent', i: 'incomplete', x: 'excused' }

/** The gradebook of the open class and period, as the sheet shows it. */
export function useGradebookSheet(open: { assignment: (id: string) => void; note: () => void; work: () => void }) {
  const classroom = useClassroom()

  const rows = useSheetRows()

  const columns = computed<SheetColumn[]>(() =>
    classroom.assignments.map((each) => {
      const category = classroom.categories.find((one) => one.id === each.categoryId)
      const worth = each.multiplier === '1' ? `of ${each.points}` : `${each.points} ×${each.multiplier}`
      return {
        id: each.id,
        title: each.shortName,
        under: [shortDay(each.dueOn), worth],
        tint: category?.tint,
        words: `${each.name}, ${category?.name ?? 'no category'}, due ${shortDay(each.dueOn)}, ${each.points} points${each.multiplier === '1' ? '' : `, times ${each.multiplier}`}`,
      }
    }),
  )

  const results = computed<ResultColumn[]>(() => {
    const [own, ...longer] = classroom.lineage
    return [
      ...(classroom.rules?.categories ?? []).map(({ category, weight }) => ({
        id: category.id,
        title: category.shortName,
        under: weightWords(category, weight),
        width: 54,
      })),
      {
        id: 'period',
        title: own?.title ?? '',
        under: `${scaleEnds()}, ${counted(classroom.plan?.places ?? 1, 'place')}`,
        width: 104,
        strong: true,
      },
      // The longer period right above; the ones beyond it are in Show work and on cards.
      ...longer.slice(0, 1).map((each) => ({ id: each.id, title: each.title, under: 'so far', width: 84 })),
    ]
  })

  function weightWords(category: Category, weight: string): string {
    if (!category.counts) return 'not in'
    if (category.extraCredit) return 'extra'
    return classroom.rules?.method === 'categories' ? `${weight} %` : ''
  }

  function scaleEnds(): string {
    const steps = classroom.plan?.scale.steps ?? []
    return `${steps[0]?.label} to ${steps.at(-1)?.label}`
  }

  const spans = computed(() => new Map(classroom.students.map((student) => [student.id, student.spans])))

  function cell(studentId: string, assignmentId: string): CellView {
    const { points, dueOn } = classroom.get('assignment', assignmentId)
    const seen = cellView(classroom.get('cell', jointId(studentId, assignmentId)), points)
    const view = classroom.droppedOf(studentId).has(assignmentId) ? asDropped(seen) : seen
    if (dueOn === null || spans.value.get(studentId)?.some((span) => holds(span, dueOn))) return view
    return { ...view, away: true, words: [view.words ?? (view.text || 'blank'), 'not in the class then'].join(', ') }
  }

  function result(studentId: string, resultId: string): ResultView {
    if (classroom.categories.some((each) => each.id === resultId)) return categoryResult(studentId, resultId)
    const grade = classroom.gradeOfStudent(studentId, resultId === 'period' ? undefined : resultId)
    if (!grade?.effective) return { text: '' }
    const was = grade.override ? (grade.computed?.percent ?? 'none') : undefined
    return { text: grade.effective.percent, label: grade.effective.label, was }
  }

  function categoryResult(studentId: string, categoryId: string): ResultView {
    const found = classroom.gradeOfStudent(studentId)?.categories.get(categoryId)
    if (found) return { text: found.percent }
    // An empty place says why, where a rule and not a blank has emptied it.
    const category = classroom.categories.find((each) => each.id === categoryId)!
    const own = (id: string) => classroom.get('assignment', id).categoryId === categoryId
    return category.dropCount > 0 && [...classroom.droppedOf(studentId)].some(own)
      ? { text: '', why: 'dropped' }
      : { text: '' }
  }

  const footer = computed(() => {
    void classroom.touched
    const { snapshot } = classroom
    if (!snapshot || rows.value.length === 0) return null
    return {
      title: 'Class mean',
      columns: classroom.assignments.map((each) => assignmentMean(snapshot, each)),
      results: results.value.map((each) =>
        each.id === 'period'
          ? classroom.mean
          : (classroom.categoryMeans.get(each.id) ?? classroom.parentMeans.get(each.id) ?? null),
      ),
    }
  })

  function read(assignmentId: string, text: string) {
    const levels = classroom.get('assignment', assignmentId).scoredIn === 'levels'
    return readEntry(text, classroom.plan!.scale, levels ? classroom.snapshot!.proficiencyScale : null)
  }

  const change = (kind: 'type' | 'mark' | 'clear' | 'paste', cells: { id: string; to: Partial<Cell> }[]) =>
    classroom.change(
      kind,
      cells.map(({ id, to }) => ({ kind: 'cell' as const, id, to })),
    )

  const actions: SheetActions = {
    text: (studentId, assignmentId) => valueText(classroom.get('cell', jointId(studentId, assignmentId)).value),
    enter(studentId, assignmentId, text) {
      const entry = read(assignmentId, text)
      if ('refused' in entry) return entry.refused
      change('type', [
        {
          id: jointId(studentId, assignmentId),
          to: typed(classroom.get('cell', jointId(studentId, assignmentId)), entry.value),
        },
      ])
      return null
    },
    clear: (cells) =>
      void change(
        'clear',
        cells.map(([studentId, assignmentId]) => ({
          id: jointId(studentId, assignmentId),
          to: { value: null, marks: [] },
        })),
      ),
    paste(entries) {
      let refused = 0
      const kept = entries.flatMap(([studentId, assignmentId, text]) => {
        const id = jointId(studentId, assignmentId)
        const entry = read(assignmentId, text)
        if ('refused' in entry) return (refused++, [])
        return [{ id, to: typed(classroom.get('cell', id), entry.value) }]
      })
      change('paste', kept)
      return refused
    },
    letter(key, cells) {
      if (key === 'n') return (open.note(), true)
      if (key === '=') return (open.work(), true)
      const mark = letters[key]
      if (!mark) return false
      const ids = cells.map(([studentId, assignmentId]) => jointId(studentId, assignmentId))
      // A block is set as one: where any lacks the mark, all get it.
      const all = ids.every((id) => classroom.get('cell', id).marks.includes(mark))
      change(
        'mark',
        ids
          .filter((id) => classroom.get('cell', id).marks.includes(mark) === all)
          .map((id) => ({ id, to: { marks: toggleMark(classroom.get('cell', id).marks, mark) } })),
      )
      return true
    },
    open: open.assignment,
  }

  return { rows, columns, results, cell, result, footer, actions }
}

/** A score typed where the work was missing means that it has come. */
function typed(cell: Readonly<Cell>, value: Value | null): Partial<Cell> {
  return value !== null && cell.marks.includes('missing')
    ? { value, marks: cell.marks.filter((mark) => mark !== 'missing') }
    : { value }
}

/** A score that a rule has dropped: in parentheses and lighter. */
function asDropped(view: CellView): CellView {
  return {
    ...view,
    text: `(${view.text || '–'})`,
    dropped: true,
    words: [view.words ?? view.text, 'dropped'].join(', '),
  }
}

/** How a score cell looks, and what a screen reader says of it. */
export function cellView(cell: Readonly<RecordOf<'cell'>>, possible: string): CellView {
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
