import { outlierCodes, outliers, type OutlierCode } from '#core/grading/outliers'
import { standardsOf } from '#core/plan/standards-of'
import { levelWindow } from '#core/proficiency/window'
import { featureActions, type ColumnFeature, type FeatureKeys } from '~/sheet/features'
import { lookResults } from '~/sheet/closing/look-results'
import { ownGrade } from '~/sheet/closing/own-grade'
import { standardColumn } from '~/sheet/levels/standard-column'
import { rowOf } from '~/sheet/rows'
import type { ResultView } from '~/sheet/types'
import type { Closing, CloseLine } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'

export const lookFilters = ['everybody', ...outlierCodes, 'no remark', 'missing work'] as const
export type LookFilter = (typeof lookFilters)[number]
export const lookSorts = ['by name', 'by grade', 'by change'] as const
export type LookSort = (typeof lookSorts)[number]

/**
 * The grades and levels of a period as a sheet: one's own typed in place, what they come from beside them. Who is shown, and
 * in which order, is settled when that is chosen: a row never runs away while a grade is typed in it.
 */
export function useLookOver(
  closing: Closing,
  view: () => { filter: LookFilter; sort: LookSort; withLevels: boolean },
  keys: FeatureKeys,
) {
  const classStore = useClassStore()
  const period = computed(() => classStore.period!)
  const before = computed(() =>
    classStore
      .structure!.periods.filter((each) => each.kind === period.value.kind && each.lastDay < period.value.firstDay)
      .at(-1),
  )
  const byId = computed(() => new Map(closing.lines.value.map((line) => [line.student.id, line])))
  const beforeOf = ({ student }: CloseLine) =>
    before.value ? (classStore.gradeOfStudent(student.id, before.value.id)?.effective ?? null) : null

  const codesOf = (line: CloseLine): OutlierCode[] =>
    outliers(
      {
        effective: line.grade?.effective?.percent ?? null,
        computed: line.grade?.computed?.percent ?? null,
        before: beforeOf(line)?.percent ?? null,
      },
      classStore.plan!,
    )
  const fits = (line: CloseLine, filter: LookFilter): boolean => {
    if (filter === 'everybody') return true
    if (filter === 'no remark') return line.here && !line.card.trim()
    if (filter === 'missing work') return line.here && line.facts.missing > 0
    return codesOf(line).includes(filter)
  }
  const counts = computed(
    () =>
      new Map(lookFilters.map((filter) => [filter, closing.lines.value.filter((line) => fits(line, filter)).length])),
  )

  const size = (line: CloseLine, sort: LookSort): number => {
    const now = line.grade?.effective
    if (!now) return -Infinity
    return sort === 'by grade'
      ? Number(now.percent)
      : -Math.abs(Number(now.percent) - Number(beforeOf(line)?.percent ?? now.percent))
  }
  const ids = shallowRef<string[]>([])
  watch(
    () => [view().filter, view().sort, classStore.period?.id, closing.lines.value.length],
    () => {
      const { filter, sort } = view()
      const found = closing.lines.value.filter((line) => fits(line, filter))
      if (sort !== 'by name') found.sort((a, b) => size(a, sort) - size(b, sort))
      ids.value = found.map((line) => line.student.id)
    },
    { immediate: true },
  )
  const rows = computed(() =>
    ids.value.flatMap((id) => {
      const line = byId.value.get(id)
      return line ? [rowOf(line.student, classStore.countingDay, classStore.snapshot!.section.id)] : []
    }),
  )

  const window = computed(() => levelWindow(classStore.structure!, period.value))
  const features = computed<ColumnFeature[]>(() => {
    const of = () => window.value
    const withLevels = view().withLevels || !closing.isGraded.value
    const standards = withLevels ? standardsOf(of().snapshot).filter((each) => each.reported) : []
    return [ownGrade(classStore), ...standards.map((each) => standardColumn(classStore, of, each, []))]
  })
  const featureById = computed(() => new Map(features.value.map((each) => [each.column.id, each])))
  const results = computed(() => {
    const all = lookResults(classStore, period.value, before.value)
    return closing.isGraded.value ? all : all.filter(({ column }) => ['missing', 'remark'].includes(column.id))
  })
  const resultById = computed(() => new Map(results.value.map((each) => [each.column.id, each])))
  function result(studentId: string, resultId: string): ResultView {
    const line = byId.value.get(studentId)
    return (line && resultById.value.get(resultId)?.cell(line)) ?? { text: '' }
  }
  const { cell: cells, ...actions } = featureActions(
    classStore,
    (columnId) => featureById.value.get(columnId) ?? features.value[0]!,
    keys,
  )
  return {
    rows,
    columns: computed(() => features.value.map((each) => each.column)),
    results: computed(() => results.value.map((each) => each.column)),
    cells,
    result,
    actions,
    counts,
  }
}
