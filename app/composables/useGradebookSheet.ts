import { categoryCalled } from '#core/plan/counterpart'
import { jointId } from '#core/kind'
import type { Category } from '#core/plan/category'
import { periodOf, type Period } from '#core/calendar/periods'
import { planOf, rulesOf } from '#core/plan/rules'
import { readDecimal } from '#core/number/decimal'
import { isBelowLine } from '#core/grading/grade'
import { mean, median, middleHalf, type Spread } from '#core/grading/spread'
import { worthOf } from '#core/scores/worth'
import { toDouble, type Ratio } from '#core/number/ratio'
import { bySize, inOrder, isShown, studentsShown, type SheetView } from '~/sheet/view'
import { scoreViews } from '~/sheet/score-view'
import type { CellView, Footer, ResultColumn, ResultView, SheetColumn } from '~/sheet/types'
import type { SheetSource, SourceRow } from './useSheetSource'
import type { ClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay, counted } from '~/composables/useWords'
import type { SheetHabits } from '~/composables/useSheetView'

/** Of more classes than this, the means stand under the rows only for all together. */
const CLASSES_UNDER = 4

/** The gradebook of a book and its period, as the sheet shows it in a view. */
export function useGradebookSheet(source: SheetSource, view: Ref<SheetView>, habits: Ref<SheetHabits>) {
  const { today } = storeToRefs(usePerson())
  /** Whose categories and periods the heads speak of. */
  const lead = source.classes[0]!

  /** A category of the lead's in another class of the course: the one of the same name. */
  function categoryIn(classStore: ClassStore, id: string): string {
    if (classStore === lead) return id
    const name = lead.categories.find((each) => each.id === id)?.name
    return categoryCalled(classStore.categories, name)?.id ?? 'none'
  }

  const shownWork = computed(() =>
    source.classes.map((classStore) => {
      const { category } = view.value
      const own = { ...view.value, category: category && categoryIn(classStore, category) }
      const { snapshot, students } = classStore
      return source.workOf(classStore).filter((each) => isShown(snapshot!, each, students, own, today.value))
    }),
  )
  const shown = computed(() => {
    const ids = new Set(shownWork.value.flat().map((each) => each.id))
    const columns = source.columns.value.filter((each) => [...each.in.values()].some((id) => ids.has(id)))
    const known = { categories: lead.categories, periods: lead.snapshot!.periods }
    return inOrder(columns, (each) => each.first, known, view.value.order)
  })
  /** Columns that were put away. */
  const away = computed(() => source.columns.value.filter((each) => each.first.hidden).length)

  // Which students are shown, and in which order, is settled when the view is chosen: a row never runs away while a
  // score is being typed in it.
  const rows = computed<SourceRow[]>(() => {
    const found = source.classes.flatMap((classStore, at) => {
      const of = { isLow: (id: string) => isLow(classStore, id), today: today.value }
      const { structure, students } = classStore
      return studentsShown(structure!, students, shownWork.value[at]!, view.value.show, of).map((student) =>
        source.sourceRow(classStore, student),
      )
    })
    const { sort } = view.value
    if (sort === 'name') return found
    if (sort === 'grade' || sort === 'slipping')
      return bySize(
        found,
        ({ classStore, student }) => {
          const grade = classStore.reads.gradeOf(student.id)?.effective
          return grade ? toDouble(grade.value) : null
        },
        sort === 'grade' ? 'greatest' : 'smallest',
      )
    return bySize(found, (row) => sizeOfScore(row.id, sort), 'greatest')
  })

  function isLow(classStore: ClassStore, studentId: string): boolean {
    const grade = classStore.reads.gradeOf(studentId)?.effective
    return grade ? isBelowLine(classStore.plan!, grade) : false
  }
  function sizeOfScore(rowId: string, columnId: string): number | null {
    const place = source.placeOf(rowId, columnId)
    if (!place) return null
    const { classStore, id } = place
    const { value } = classStore.reads.get('cell', jointId(...id))
    const scales = { scale: classStore.plan!.scale, levels: classStore.levels!.scaleOfWork([]) }
    const worth = value && worthOf(value, classStore.reads.get('assignment', id[1]).points, scales)
    return worth ? toDouble(worth.earned) : null
  }

  /** Over the first column of each group: its category, or its period where several are shown. */
  function groupOf({ first }: (typeof shown.value)[number]): string | undefined {
    if (view.value.order === 'category')
      return lead.categories.find((one) => one.id === first.categoryId)?.name ?? 'No category'
    return view.value.span ? (periodOf(lead.periods, first.dueOn)?.title ?? 'In no period') : undefined
  }

  const columns = computed<SheetColumn[]>(() =>
    shown.value.map((column, at) => {
      const { id, first, dueOn } = column
      const category = lead.categories.find((one) => one.id === first.categoryId)
      const worth = first.multiplier === '1' ? `of ${first.points}` : `${first.points} ×${first.multiplier}`
      const group = groupOf(column)
      const before = shown.value[at - 1]
      const lacking = source.classes.length - column.in.size
      const days = dueOn.length > 1 ? `${shortDay(dueOn[0]!)} on` : shortDay(dueOn[0]!)
      return {
        id,
        title: first.shortName,
        under: [days, worth],
        tint: category?.tint,
        group: before && groupOf(before) === group ? undefined : group,
        words: [
          `${first.name}, ${category?.name ?? 'no category'}, due ${dueOn.map(shortDay).join(' and ')}`,
          `${first.points} points${first.multiplier === '1' ? '' : `, times ${first.multiplier}`}`,
          ...(first.hidden ? ['put away'] : []),
          ...(lacking ? [`in ${counted(column.in.size, 'class', 'classes')} of ${source.classes.length}`] : []),
        ].join(', '),
      }
    }),
  )

  const results = computed<ResultColumn[]>(() => {
    // A class without grades has no place for one.
    if (lead.plan?.method === 'none' && lead.lineage.every((each) => methodIn(each) === 'none')) return []
    const [own, ...longer] = lead.lineage
    return [
      ...(habits.value.categories ? (lead.rules?.categories ?? []) : []).map(({ category, weight }) => ({
        id: category.id,
        title: category.shortName,
        under: weightWords(category, weight),
        width: 48,
      })),
      {
        id: 'period',
        title: own?.title ?? '',
        under: `${scaleEnds()}, ${counted(lead.plan?.places ?? 1, 'place')}`,
        width: 92,
        strong: true,
      },
      // The longer period right above; the ones beyond it are in Show work and on cards.
      ...longer.slice(0, 1).map((each) => ({ id: each.id, title: each.title, under: 'so far', width: 74 })),
    ]
  })

  const methodIn = (period: Period) => rulesOf(lead.structure!, planOf(lead.structure!), period).method

  function weightWords(category: Category, weight: string): string {
    if (!category.counts) return 'not in'
    if (category.extraCredit) return 'extra'
    return lead.rules?.method === 'categories' ? `${weight} %` : ''
  }

  function scaleEnds(): string {
    const steps = lead.plan?.scale.steps ?? []
    return `${steps[0]?.label} to ${steps.at(-1)?.label}`
  }

  function cells(rowId: string): (columnId: string) => CellView {
    const { classStore, studentId } = source.studentOf(rowId)
    const views = scoreViews(classStore, studentId)
    return (columnId) => {
      const place = source.placeOf(rowId, columnId)
      return place ? views(place.id[1]) : { text: '', away: true, words: 'not in this class' }
    }
  }

  /** The category of a class that a column of results is about; null for one of grades. */
  const ofCategory = (classStore: ClassStore, resultId: string): string | null =>
    lead.categories.some((each) => each.id === resultId) ? categoryIn(classStore, resultId) : null

  function result(rowId: string, resultId: string): ResultView {
    const { classStore, studentId } = source.studentOf(rowId)
    const categoryId = ofCategory(classStore, resultId)
    if (categoryId) return categoryResult(classStore, studentId, categoryId)
    const grade = classStore.gradeOfStudent(studentId, resultId === 'period' ? undefined : resultId)
    if (!grade?.effective) return { text: '', why: whyNone(classStore, studentId, resultId) }
    const was = grade.override ? (grade.computed?.percent ?? 'none') : undefined
    return { text: grade.effective.percent, label: grade.effective.label, was }
  }

  /** An empty place says why. */
  function whyNone(classStore: ClassStore, studentId: string, resultId: string): string {
    const period = resultId === 'period' ? classStore.period : classStore.lineage.find((each) => each.id === resultId)
    if (!period) return ''
    const { structure } = classStore
    if (rulesOf(structure!, planOf(structure!), period).method === 'none') return 'no grade here'
    return resultId === 'period' && classStore.droppedOf(studentId).size > 0 ? 'only score dropped' : 'no scores yet'
  }

  function categoryResult(classStore: ClassStore, studentId: string, categoryId: string): ResultView {
    const found = classStore.gradeOfStudent(studentId)?.categories.get(categoryId)
    if (found) return { text: found.percent }
    // An empty place says why, where a rule and not a blank has emptied it.
    const category = classStore.categories.find((each) => each.id === categoryId)
    const own = (id: string) => classStore.get('assignment', id).categoryId === categoryId
    return category && category.dropCount > 0 && [...classStore.droppedOf(studentId)].some(own)
      ? { text: '', why: 'dropped' }
      : { text: '' }
  }

  const version = (rowId: string) => {
    const { classStore, studentId } = source.studentOf(rowId)
    return classStore.versionOf(studentId)
  }

  // ---- The lines under the rows ----

  /** The exact numbers of a result, of some of the classes. */
  const numbers = (of: readonly ClassStore[], resultId: string): readonly Ratio[] =>
    of.flatMap((classStore) => {
      const own = ofCategory(classStore, resultId) ?? resultId
      return classStore.numbers.get(own === 'period' ? classStore.periodId! : own) ?? []
    })

  const footers = computed<Footer[]>(() => {
    if (rows.value.length === 0) return []
    const plan = lead.plan!
    const ends = (half: [string, string] | null) => half && half.map((end) => readDecimal(end) ?? end).join('–')
    const line = (
      title: string,
      of: readonly ClassStore[],
      column: (spread: Spread) => string | null,
      result: (values: readonly Ratio[]) => string | null,
    ): Footer => ({
      title,
      columns: new Map(
        shown.value.map(({ id }) => [id, column(source.spread(id, of.length === 1 ? of[0] : undefined))]),
      ),
      results: new Map(results.value.map(({ id }) => [id, result(numbers(of, id))])),
    })
    const meanOf = (title: string, of: readonly ClassStore[]) =>
      line(
        title,
        of,
        (spread) => spread.mean,
        (values) => mean(values, plan),
      )
    const all = source.classes
    const each = source.several && all.length <= CLASSES_UNDER ? all : []
    return [
      ...each.map((classStore) => meanOf(`Mean of ${source.shortOf(classStore)}`, [classStore])),
      meanOf(source.several ? 'Mean of all' : 'Class mean', all),
      ...(habits.value.median
        ? [
            line(
              'Median',
              all,
              (spread) => spread.median,
              (values) => median(values, plan),
            ),
          ]
        : []),
      ...(habits.value.spread
        ? [
            line(
              'Middle half',
              all,
              (spread) => ends(spread.middleHalf),
              (values) => ends(middleHalf(values, { places: 0, rounding: 'half up' })),
            ),
          ]
        : []),
    ]
  })

  return { rows, columns, away, results, ofCategory, cells, result, version, footers }
}
