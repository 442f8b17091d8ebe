import { z } from 'zod'
import type { CsvFault } from '../core/formats/oneroster/csv'
import { messageOrWords } from './message'
import { rosterResponse, run } from './runs'

export const rosterParts = [
  'orgs',
  'periods',
  'courses',
  'classes',
  'teachers',
  'students',
  'teaching',
  'enrolments',
] as const
export type RosterPart = (typeof rosterParts)[number]

/** One row of the roster as a run found and left it; null where there was or is none. */
export interface RosterRowChange {
  id: string
  name: string
  before: Record<string, unknown> | null
  after: Record<string, unknown> | null
}

export const csvFaults = z.array(
  z.object({
    file: z.string(),
    line: z.number(),
    column: z.string(),
    reason: messageOrWords as unknown as z.ZodType<CsvFault['reason']>,
  }),
)

/** What a roster's run found that a person should know, and what it asks. */
export const rosterFindings = z.object({
  /** Only what had changed was asked for. */
  isPart: z.boolean().optional(),
  summary: rosterResponse.optional(),
  faults: csvFaults.optional(),
  /** Sessions that leave days out, or share some. */
  oddities: z
    .array(
      z.object({
        code: z.enum(['gap', 'overlap']),
        titles: z.tuple([z.string(), z.string()]),
        firstDay: z.string(),
        lastDay: z.string(),
      }),
    )
    .optional(),
  /** People who were matched, or taken in without something, and why. */
  listed: z
    .array(
      z.object({ code: z.enum(['rehired', 'released', 'address-held', 'address-twice', 'no-role']), name: z.string() }),
    )
    .optional(),
  /**
   * Classes that would lose more than a tenth, or all of them where the whole loses much, and teachers who would be
   * switched off; with the names.
   */
  asks: z
    .array(
      z.object({
        of: z.number(),
        ends: z.number(),
        names: z.array(z.string()),
        what: z.discriminatedUnion('part', [
          z.object({ part: z.literal('class'), title: z.string() }),
          z.object({ part: z.literal('teachers') }),
        ]),
      }),
    )
    .optional(),
  /** Who would come and go, by name, where that is said before anything is kept; with the scores of those who leave. */
  people: z
    .array(
      z.object({
        what: z.enum(['joined', 'left', 'moved', 'renamed', 'merged']),
        name: z.string(),
        from: z.string(),
        to: z.string(),
        scores: z.number(),
      }),
    )
    .optional(),
  /** The classes that it touched; null stands for every class. */
  touched: z.array(z.string()).nullable().optional(),
})
export type RosterFindings = z.infer<typeof rosterFindings>

/** How the roster of a run is to be worked on. */
export interface RosterWorking {
  today: string
  /** The roster is the whole district's. */
  whole: boolean
  /** Somebody has said yes to what it would end. */
  allowed?: boolean
  /** Who comes and goes is said first, however few they are. */
  asksFirst?: boolean
  /** To when the records are like the partner's once this is done, by its own clock. */
  until?: string | null
}

/** A roster's run: how far it is, and what it came to. */
export const rosterRunResponse = run.extend({ found: rosterFindings, canGoOn: z.boolean(), canTakeBack: z.boolean() })
export type RosterRun = z.infer<typeof rosterRunResponse>
export const startedRun = z.object({ runId: z.string() })

/** What a roster's run did, by name, from the `after`th on. */
export const rosterItemsQuery = z.object({ after: z.coerce.number().int().min(-1).max(2_147_483_647).default(-1) })
const rosterItem = z.object({
  part: z.enum(rosterParts),
  name: z.string(),
  step: z.enum(['added', 'changed', 'ended', 'removed']),
})
export type RosterItem = z.infer<typeof rosterItem>
export const rosterItemsResponse = z.object({
  items: z.array(rosterItem),
  /** Where the next ones begin; null at the end. */
  next: z.number().nullable(),
})

/** A pull asks for everything, or for what changed since the last one. */
export const rosterQuery = z.object({ what: z.enum(['everything', 'changed']).default('everything') })
