import { readDecimal } from '#core/number/decimal'
import type { Ratio } from '#core/number/ratio'
import { mean, median, middleHalf, type Spread } from '#core/grading/spread'
import type { ClassStore } from '~/stores/class'
import type { SheetSource } from '~/composables/useSheetSource'
import type { Footer } from '../types'
import type { ResultFeature } from './result-feature'

/** Of more classes than this, the means stand under the rows only for all together. */
const CLASSES_UNDER = 4

const ends = (half: [string, string] | null) => half && half.map((end) => readDecimal(end) ?? end).join('–')

/** The lines under the rows: means, of each class and of all, and on request the median and the middle half. */
export function feetOf(
  source: SheetSource,
  columnIds: readonly string[],
  results: readonly ResultFeature[],
  also: { median: boolean; spread: boolean },
): Footer[] {
  const { plan } = source.classes[0]!
  if (!plan) return []
  const line = (
    title: string,
    of: readonly ClassStore[],
    column: (spread: Spread) => string | null,
    result: (values: readonly Ratio[]) => string | null,
  ): Footer => ({
    title,
    columns: new Map(columnIds.map((id) => [id, column(source.spread(id, of.length === 1 ? of[0] : undefined))])),
    results: new Map(results.map(({ column: { id }, numbers }) => [id, result(of.flatMap(numbers))])),
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
    ...(also.median
      ? [
          line(
            'Median',
            all,
            (spread) => spread.median,
            (values) => median(values, plan),
          ),
        ]
      : []),
    ...(also.spread
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
}
