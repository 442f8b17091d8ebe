import { z } from 'zod'
import { isCivilDate } from './calendar/date'
import { readDecimal } from './number/decimal'
import { fitText } from './text'

/**
 * The kinds of value that records are made of, checked wherever data enters: the same in the store and on the server.
 * Text is made fit to be kept; everything else is refused where it is not what it says.
 */

const ID = /^[A-Za-z0-9][A-Za-z0-9._:-]{0,79}$/
/** Names that every plain object answers to would be taken for a record. */
const isFree = (text: string) => !(text in {})

/** An id of our own: letters, digits and `. _ : -`, so that joined ids have one reading. */
export const id = z.string().regex(ID, 'This is no id.').refine(isFree, 'This is no id.')

/** The id of what belongs to several things at once, as many of them as are said. */
export const joinedId = (parts: number) =>
  z.string().refine((text) => {
    const ids = text.split('/', parts + 1)
    return ids.length === parts && ids.every((each) => ID.test(each) && isFree(each))
  }, 'This is no id.')

/** Text of at most `most` characters. */
export const text = (most: number, words = `There is room for ${most} characters.`) =>
  z.string().overwrite(fitText).max(most, words)

/** A name: text that is there, without blanks around it. */
export const name = (most: number, missing: string, words = `There is room for ${most} characters.`) =>
  z.string().overwrite(fitText).trim().min(1, missing).max(most, words)

export const civilDate = z.string().refine(isCivilDate, 'Write a real date, as 2026-11-25.')

/** A moment, as a machine's clock had it; how far that clock is believed is decided where it arrives. */
export const instant = z.iso.datetime().refine((text) => Number.isFinite(Date.parse(text)), 'This is no moment.')

/** A whole number that the database's integer holds. */
export const count = z.int().min(0).max(2_147_483_647)
export const place = z.int().min(-2_147_483_648).max(2_147_483_647)

/** A decimal of 0 or more in canonical form. */
export const decimal = z
  .string()
  .refine(
    (text) => readDecimal(text) === text && !text.startsWith('-'),
    'Write a number of 0 or more, with up to three decimals.',
  )

export const percent = decimal.refine((text) => Number(text) <= 1000, 'A percent here ends at 1000.')
