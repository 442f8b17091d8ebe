import { jointId } from '#core/kind'
import { isBelowLine } from '#core/grading/grade'
import { toDouble } from '#core/number/ratio'
import { worthOf } from '#core/scores/worth'
import { categoryIn, categoryOfColumn, categoryResult } from '~/sheet/scores/category-result'
import { feetOf } from '~/sheet/scores/feet'
import { gradeResult, isUngraded, longerResult } from '~/sheet/scores/grade-result'
import type { ResultFeature } from '~/sheet/scores/result-feature'
import { groupOf, scoreColumn } from '~/sheet/scores/score-column'
import { bySize, inOrder, isShown, studentsShown, type SheetView } from '~/sheet/view'
import type { Column } from '~/sheet/columns'
import { scoreViews } from '~/sheet/score-view'
import type { CellView, Footer, ResultView, SheetColumn } from '~/sheet/types'
import type { SheetSource, SourceRow } from './useSheetSource'
import type { ClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import type { SheetHabits } from '~/composables/useSheetView'

/** The gradebook of a source and its period, as the sheet shows it in a view. */
export function useGradebookSheet(source: SheetSource, view: Ref<SheetView>, habits: Ref<SheetHabits>) {
  const { today } = storeToRefs(usePerson())
  /** Whose categories and periods the heads speak of. */
  const lead = source.classes[0]!

  /** The class of a column's first assignment, and its category as the sheet names it. */
  const homeOf = (column: Column) => source.copiesOf(column.id)[0]!.classStore
  const categoryOf = (column: Column) => categoryOfColumn(lead, homeOf(column), column.first.categoryId)

  const shownWork = computed(() =>
    source.classes.map((classStore) => {
      const { category } = view.value
      const own = { ...view.value, category: category && categoryIn(lead, classStore, category) }
      const { snapshot, students } = classStore
      return source.workOf(classStore).filter((each) => isShown(snapshot!, each, students, own, today.value))
    }),
  )
  const shown = computed(() => {
    const ids = new Set(shownWork.value.flat().map((each) => each.id))
    const columns = source.columns.value.filter((each) => [...each.in.values()].some((id) => ids.has(id)))
    const known = { categories: lead.categories, periods: lead.snapshot!.periods }
    const asNamed = (each: Column) => ({ ...each.first, categoryId: categoryOf(each)?.id ?? null })
    return inOrder(columns, asNamed, known, view.value.order)
  })
  /** Columns that were put away. */
  const away = computed(() => source.columns.value.filter((each) => each.first.hidden).length)

  // Which students are shown, and in which order, is settled when the view is chosen: a row never runs away while a
  // score is being typed in it.
  const rows = computed<SourceRow[]>(() => {
    const { show, at } = view.value
    const judged = at === null ? null : new Set(source.copiesOf(at).map(({ assignmentId }) => assignmentId))
    const found = source.classes.flatMap((classStore, index) => {
      const of = { isLow: (id: string) => isLow(classStore, id), today: today.value }
      const { structure, students } = classStore
      const work = judged ? source.workOf(classStore).filter(({ id }) => judged.has(id)) : shownWork.value[index]!
      return studentsShown(structure!, students, work, show, of).map((student) => source.sourceRow(classStore, student))
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

  const columns = computed<SheetColumn[]>(() =>
    shown.value.map((column, at) => {
      const category = categoryOf(column)
      const group = groupOf(lead, column, category, view.value)
      const before = shown.value[at - 1]
      const isSaid = before !== undefined && groupOf(lead, before, categoryOf(before), view.value) === group
      const isFromApp = column.id in homeOf(column).sources
      return scoreColumn(column, category, isFromApp, source.classes.length, isSaid ? undefined : group)
    }),
  )

  const features = computed<ResultFeature[]>(() => {
    // A class without grades has no place for one.
    if (lead.plan?.method === 'none' && lead.lineage.every((period) => isUngraded(lead, period))) return []
    const [own, ...longer] = lead.lineage
    return [
      ...(habits.value.categories ? (lead.rules?.categories ?? []) : []).map((rule) => categoryResult(lead, rule)),
      gradeResult(lead, own),
      // The longer period right above; the ones beyond it are in Show work and on cards.
      ...longer.slice(0, 1).map(longerResult),
    ]
  })
  const results = computed(() => features.value.map(({ column }) => column))
  const featureById = computed(() => new Map(features.value.map((feature) => [feature.column.id, feature])))
  function result(rowId: string, resultId: string): ResultView {
    const { classStore, studentId } = source.studentOf(rowId)
    return featureById.value.get(resultId)?.cell(classStore, studentId) ?? { text: '' }
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
    lead.categories.some((each) => each.id === resultId) ? categoryIn(lead, classStore, resultId) : null

  const version = (rowId: string) => {
    const { classStore, studentId } = source.studentOf(rowId)
    return classStore.versionOf(studentId)
  }

  const footers = computed<Footer[]>(() =>
    rows.value.length
      ? feetOf(
          source,
          shown.value.map(({ id }) => id),
          features.value,
          habits.value,
        )
      : [],
  )

  return { rows, columns, away, results, ofCategory, cells, result, version, footers }
}
