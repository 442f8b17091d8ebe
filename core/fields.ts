import type { MessageOf, Messages } from './message'
import { z } from 'zod'
import { isCivilDate } from './calendar/date'
import { readDecimal } from './number/decimal'
import { fitText } from './text'

/**
 * The kinds of value that records are made of, checked wherever data enters: the same in the store and on the server.
 * Text is made fit to be kept; everything else is refused where it is not what it says, by a code for its message.
 */

const ID = /^[A-Za-z0-9][A-Za-z0-9._:-]{0,79}$/
/** Names that every plain object answers to would be taken for a record. */
const isFree = (text: string) => !(text in {})

/** An id of our own: letters, digits and `. _ : -`, so that joined ids have one reading. */
export const id = z.string().regex(ID, 'field.id').refine(isFree, 'field.id')

/** The id of what belongs to several things at once, as many of them as are said. */
export const joinedId = (parts: number) =>
  z.string().refine((text) => {
    const ids = text.split('/', parts + 1)
    return ids.length === parts && ids.every((each) => ID.test(each) && isFree(each))
  }, 'field.id')

/** Text of at most `most` characters. */
export const text = (most: number) => z.string().overwrite(fitText).max(most, 'field.room')

/** A name: text that is there, without blanks around it. */
export const name = (most: number, missing: keyof Messages) =>
  z.string().overwrite(fitText).trim().min(1, missing).max(most, 'field.room')

export const civilDate = z.string().refine(isCivilDate, 'field.date')

/** A moment, as a machine's clock had it; how far that clock is believed is decided where it arrives. */
export const instant = z.iso.datetime().refine((text) => Number.isFinite(Date.parse(text)), 'field.moment')

/** A whole number that the database's integer holds. */
export const count = z.int().min(0).max(2_147_483_647)
export const place = z.int().min(-2_147_483_648).max(2_147_483_647)

/** A decimal of 0 or more in canonical form. */
export const decimal = z.string().refine((text) => readDecimal(text) === text && !text.startsWith('-'), 'field.decimal')

export const percent = decimal.refine((text) => Number(text) <= 1000, 'field.percent')

/**
 * What is wrong with a field, by the code that its schema gives; what has no code of ours is not told apart.
 *
 * @example fieldFault(z.string().max(6, 'field.room').safeParse('too long').error.issues[0]) // { code: 'field.room', most: 6 }
 */
export function fieldFault(issue: z.core.$ZodIssue | undefined): MessageOf<'field'> {
  if (!issue?.message.startsWith('field.')) return { code: 'field.unreadable' }
  const { maximum, minimum } = issue as { maximum?: unknown; minimum?: unknown }
  const limit = {
    ...(maximum === undefined ? {} : { most: Number(maximum) }),
    ...(minimum === undefined ? {} : { fewest: Number(minimum) }),
  }
  return { code: issue.message, ...limit } as MessageOf<'field'>
}
