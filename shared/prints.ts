import { z } from 'zod'
import { id } from '../core/fields'
import { kinds } from '../core/kinds'

/** `waiting` for its turn, `running`, or how it ended. */
export const printStates = ['waiting', 'running', 'done', 'failed', 'stopped'] as const

/** What report cards are to be printed of a period: a class, all of a teacher's classes, or a school. */
export const printRequest = z.strictObject({
  of: z.discriminatedUnion('what', [
    z.strictObject({ what: z.literal('class'), sectionId: id }),
    /** A card for each student, with all classes that the teacher has with them. */
    z.strictObject({ what: z.literal('mine') }),
    z.strictObject({ what: z.literal('school'), schoolId: id }),
  ]),
  periodId: id,
  /** One PDF for each student, in a zip. */
  each: z.boolean(),
})
export type PrintRequest = z.infer<typeof printRequest>

/** A print as whoever asked for it sees it. */
export const printResponse = z.object({
  id: z.string(),
  request: printRequest,
  /** The class's or the school's name; empty for all classes of one's own. */
  title: z.string(),
  period: z.string(),
  state: z.enum(printStates),
  /** How many cards are drawn, of how many; 0 of 0 while they are gathered. */
  done: z.number(),
  total: z.number(),
  /** Characters that no font of the card has. */
  missing: z.array(z.string()),
  /** Why it failed, as a problem's code. */
  problem: z.string().nullable(),
  askedAt: z.string(),
})
export type Print = z.infer<typeof printResponse>
export const printsResponse = z.array(printResponse)

/** What the office's page of report cards shows. */
export const cardsOfficeResponse = z.object({
  layout: kinds.cardLayout.schema,
  /** What schools have of their own at the head of their cards, by the school's id. */
  heads: z.record(z.string(), kinds.schoolHead.schema),
  schools: z.array(z.object({ id: z.string(), name: z.string() })),
  /** By date; `periodId` is the one that is under way. */
  periods: z.array(z.object({ id: z.string(), title: z.string() })),
  periodId: z.string().nullable(),
})
export type CardsOffice = z.infer<typeof cardsOfficeResponse>
