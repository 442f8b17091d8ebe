import type { MessageOf } from '../message'
import { readDecimal, thousandths } from '../number/decimal'
import type { ProficiencyScale } from './proficiency'

/** What is wrong with a proficiency scale as it stands in an editor, and at which level and field. */
export interface LevelFault {
  /** Its place; -1 is the scale itself. */
  level: number
  field: 'value' | 'label' | 'short' | 'percent' | 'from'
  message: MessageOf<'levels'>
}

const [FEWEST, MOST] = [2, 7]

/**
 * Checks the levels of a scale in the order in which they stand, highest first.
 *
 * @param scale values and percents as typed
 * @example levelFaults({ levels: [four, four], halves: false })[0].message.code // 'levels.value-twice'
 */
export function levelFaults({ levels, halves }: Pick<ProficiencyScale, 'levels' | 'halves'>): LevelFault[] {
  const faults: LevelFault[] = []
  const add = (level: number, field: LevelFault['field'], message: LevelFault['message']) =>
    faults.push({ level, field, message })
  if (levels.length < FEWEST || levels.length > MOST)
    add(-1, 'value', { code: 'levels.count', fewest: FEWEST, most: MOST })
  const figure = (text: string | undefined) => {
    const read = text === undefined ? null : readDecimal(text)
    return read === null || read.startsWith('-') ? null : thousandths(read)
  }
  levels.forEach((level, at) => {
    const above = levels[at - 1]
    const value = figure(level.value)
    // A half level lies between two: it needs the third decimal.
    if (value === null || value % 10 !== 0) add(at, 'value', { code: 'levels.value' })
    else if (levels.some((other, place) => place < at && figure(other.value) === value))
      add(at, 'value', { code: 'levels.value-twice', value: level.value })
    else if (above && (figure(above.value) ?? Infinity) < value)
      add(at, 'value', { code: 'levels.order', value: level.value, above: above.value })
    if (!level.label.trim()) add(at, 'label', { code: 'levels.label-missing' })
    for (const field of ['label', 'short'] as const) {
      const words = level[field].trim().toLowerCase()
      if (words && levels.findIndex((other) => other[field].trim().toLowerCase() === words) < at)
        add(at, field, { code: 'levels.label-twice', label: level[field].trim() })
    }
    if (!level.short.trim()) add(at, 'short', { code: 'levels.short-missing' })
    else if (/^\d/.test(level.short.trim()) && figure(level.short.trim()) !== value)
      add(at, 'short', { code: 'levels.short-is-value', short: level.short, value: level.value })
    for (const field of ['percent', 'from'] as const) {
      if (level[field] === undefined) continue
      const percent = figure(level[field])
      if (percent === null) add(at, field, { code: 'levels.percent' })
      else if (levels.some((other, place) => place < at && (figure(other[field]) ?? Infinity) <= percent))
        add(at, field, { code: 'levels.percent-order', percent: level[field] })
    }
  })
  if (halves && levels.some((each) => each.short.includes('/'))) add(-1, 'short', { code: 'levels.stroke-in-halves' })
  return faults
}
