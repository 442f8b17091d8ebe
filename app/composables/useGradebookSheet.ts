import { jointId, type Category } from '#core/acts/records'
import { periodOf } from '#core/calendar/periods'
import { readDecimal } from '#core/number/decimal'
import { assignmentsIn } from '#core/grading/rules'
import { mean, median, middleHalf, type Spread } from '#core/grading/spread'
import { worthOf } from '#core/scores/worth'
import { toDouble } from '#core/number/ratio'
import { reaches } from '#core/number/round'
import { columnsIn, rowsIn, type SheetView } from '~/sheet/view'
import { scoreView } from '~/sheet/score-view'
import type { Footer, ResultColumn, ResultView, SheetColumn } from '~/sheet/types'

/** The gradebook of the open class and period, as the sheet shows it in a view. */
export function useGradebookSheet(view: Ref<SheetView>, habits: Ref<SheetHabits>) {
  const classroom = useClassroom()
  const { today } = storeToRefs(usePerson())

  /** The work of the period looked at, or of all of a longer one. */
  const all = computed(() => {
    const span = classroom.snapshot?.periods.find((each) => each.id === view.value.span)
    void classroom.shape
    return span ? assignmentsIn(classroom.snapshot!, span) : classroom.assignments
  })
  const shown = computed(() =>
    columnsIn(classroom.snapshot!, all.value, classroom.categories, classroom.students, view.value, today.value),
  )
  /** Columns that were put away. */
  const away = computed(() => all.value.filter((each) => each.hidden).length)

  // Which students are shown, and in which order, is settled when the view is chosen: a row never runs away while a
  // score is being typed in it.
  const rows = useSheetRows(() => {
    void classroom.shape
    const it = classroom.snapshot!
    return rowsIn(it, classroom.students, shown.value, view.value, {
      today: today.value,
      grade: (id) => classroom.gradeOfStudent(id)?.effective?.approx ?? null,
      score(studentId, assignmentId) {
        const { value } = classroom.get('cell', jointId(studentId, assignmentId))
        const scales = { scale: classroom.plan!.scale, levels: it.proficiencyScale }
        const worth = value && worthOf(value, classroom.get('assignment', assignmentId).points, scales)
        return worth ? toDouble(worth.earned) : null
      },
      isLow(id) {
        const grade = classroom.gradeOfStudent(id)?.effective
        return grade ? !reaches(grade.approx, classroom.plan!.lowLine, grade.exactly) : false
      },
    })
  })

  /** Over the first column of each group: its category, or its period where several are shown. */
  function groupOf(each: (typeof shown.value)[number]): string | undefined {
    if (view.value.order === 'category')
      return classroom.categories.find((one) => one.id === each.categoryId)?.name ?? 'No category'
    return view.value.span ? (periodOf(classroom.periods, each.dueOn)?.title ?? 'In no period') : undefined
  }

  const columns = computed<SheetColumn[]>(() =>
    shown.value.map((each, at) => {
      const category = classroom.categories.find((one) => one.id === each.categoryId)
      const worth = each.multiplier === '1' ? `of ${each.points}` : `${each.points} ×${each.multiplier}`
      const group = groupOf(each)
      const before = shown.value[at - 1]
      return {
        id: each.id,
        title: each.shortName,
        under: [shortDay(each.dueOn), worth],
        tint: category?.tint,
        group: before && groupOf(before) === group ? undefined : group,
        words: `${each.name}, ${category?.name ?? 'no category'}, due ${shortDay(each.dueOn)}, ${each.points} points${each.multiplier === '1' ? '' : `, times ${each.multiplier}`}${each.hidden ? ', put away' : ''}`,
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

  const cell = (studentId: string, assignmentId: string) => scoreView(classroom, studentId, assignmentId)

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

  /** The lines under the rows: the class mean, and what else is wanted. */
  const footers = computed<Footer[]>(() => {
    if (rows.value.length === 0) return []
    const spreads = shown.value.map((each) => [each.id, classroom.spread(each)] as const)
    const numbers = (resultId: string) =>
      classroom.numbers.get(resultId === 'period' ? classroom.periodId! : resultId) ?? []
    const line = (
      title: string,
      column: (spread: Spread) => string | null,
      result: (values: ReturnType<typeof numbers>) => string | null,
    ): Footer => ({
      title,
      columns: new Map(spreads.map(([id, spread]) => [id, column(spread)])),
      results: new Map(results.value.map(({ id }) => [id, result(numbers(id))])),
    })
    const plan = classroom.plan!
    const ends = (half: [string, string] | null) => half && half.map((end) => readDecimal(end) ?? end).join('–')
    return [
      line(
        'Class mean',
        (spread) => spread.mean,
        (values) => mean(values, plan),
      ),
      ...(habits.value.median
        ? [
            line(
              'Median',
              (spread) => spread.median,
              (values) => median(values, plan),
            ),
          ]
        : []),
      ...(habits.value.spread
        ? [
            line(
              'Middle half',
              (spread) => ends(spread.middleHalf),
              (values) => ends(middleHalf(values, { places: 0, rounding: 'half up' })),
            ),
          ]
        : []),
    ]
  })

  return { rows, columns, away, results, cell, result, footers }
}
