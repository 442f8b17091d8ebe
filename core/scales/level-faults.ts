import { readDecimal, thousandths } from '../number/decimal'
import type { ProficiencyScale } from './proficiency'

/** What is wrong with a proficiency scale as it stands in an editor, and at which level and field. */
export interface LevelFault {
  /** Its place; -1 is the scale itself. */
  level: number
  field: 'value' | 'label' | 'short' | 'percent' | 'from'
  text: string
}

const [FEWEST, MOST] = [2, 7]

/**
 * Checks the levels of a scale in the order in which they stand, highest first.
 *
 * @param scale values and percents as typed
 * @example levelFaults({ levels: [four, four], halves: false })[0].text // 'Two levels have the value 4.'
 */
export function levelFaults({ levels, halves }: Pick<ProficiencyScale, 'levels' | 'halves'>): LevelFault[] {
  const faults: LevelFault[] = []
  const add = (level: number, field: LevelFault['field'], text: string) => faults.push({ level, field, text })
  if (levels.length < FEWEST || levels.length > MOST)
    add(-1, 'value', `A proficiency scale has ${FEWEST} to ${MOST} levels.`)
  const figure = (text: string | undefined) => {
    const read = text === undefined ? null : readDecimal(text)
    return read === null || read.startsWith('-') ? null : thousandths(read)
  }
  levels.forEach((level, at) => {
    const above = levels[at - 1]
    const value = figure(level.value)
    // A half level lies between two: it needs the third decimal.
    if (value === null || value % 10 !== 0)
      add(at, 'value', 'Write the value as a number of 0 or more, with up to two decimals.')
    else if (levels.some((other, place) => place < at && figure(other.value) === value))
      add(at, 'value', `Two levels have the value ${level.value}.`)
    else if (above && (figure(above.value) ?? Infinity) < value)
      add(at, 'value', `${level.value} stands below ${above.value}: the highest level comes first.`)
    if (!level.label.trim()) add(at, 'label', 'Say in a word what the level is called.')
    for (const field of ['label', 'short'] as const) {
      const words = level[field].trim().toLowerCase()
      if (words && levels.findIndex((other) => other[field].trim().toLowerCase() === words) < at)
        add(at, field, `There are two levels ${level[field].trim()}.`)
    }
    if (!level.short.trim()) add(at, 'short', 'Give the level a short label for its cell.')
    else if (/^\d/.test(level.short.trim()) && figure(level.short.trim()) !== value)
      add(at, 'short', `${level.short} would be read as a value: give ${level.value}, or letters.`)
    for (const field of ['percent', 'from'] as const) {
      if (level[field] === undefined) continue
      const percent = figure(level[field])
      if (percent === null) add(at, field, 'Write a percent of 0 or more, with up to three decimals.')
      else if (levels.some((other, place) => place < at && (figure(other[field]) ?? Infinity) <= percent))
        add(at, field, `${level[field]} is not below that of the levels above.`)
    }
  })
  if (halves && levels.some((each) => each.short.includes('/')))
    add(-1, 'short', 'With half levels, a short label has no stroke in it.')
  return faults
}
