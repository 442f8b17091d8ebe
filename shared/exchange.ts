import type { CsvFault } from '../core/formats/oneroster/csv'
import { message, messageOrWords } from './message'
import { z } from 'zod'
import { text } from '../core/fields'

const fields = z.record(z.string(), z.unknown())
const sendableType = z.enum(['category', 'lineItem', 'result'])

export const compareResponse = z.object({
  differences: z.array(
    z.object({
      type: sendableType,
      id: z.string(),
      title: z.string(),
      step: z.enum(['create', 'change', 'remove', 'held']),
      here: fields.nullable(),
      there: fields.nullable(),
      fields: z.array(z.string()),
    }),
  ),
  unsendables: z.array(z.object({ title: z.string(), reason: message, assignmentId: z.string() })),
})

/** `overwrite`: ids of things that changed there since and are sent all the same. */
export const pushRequest = z.object({ overwrite: z.array(text(250)).max(10_000).default([]) })
export const pushResponse = z.object({ runId: z.string() })

/** `asking` waits for an answer before anything is applied; `taken back` was undone. */
export const runStates = ['running', 'asking', 'done', 'stopped', 'failed', 'taken back'] as const
export type RunState = (typeof runStates)[number]

const counts = z.object({ sent: z.number(), refused: z.number(), held: z.number(), waiting: z.number() })
export type SentCounts = z.infer<typeof counts>

const part = z.object({ added: z.number(), changed: z.number(), same: z.number() })
export const rosterResponse = z.object({
  orgs: part,
  periods: part,
  courses: part,
  classes: part,
  teachers: part,
  students: part,
  enrolments: part,
  ended: z.number(),
})
export type RosterSummary = z.infer<typeof rosterResponse>

/** What a run came to; a run of an earlier release says it in words. */
export const runOutcome = z.preprocess(
  (kept) => (typeof kept === 'string' ? { code: 'words', words: kept } : kept),
  z.discriminatedUnion('code', [
    z.object({ code: z.literal('under way') }),
    z.object({ code: z.literal('asking') }),
    z.object({ code: z.literal('left') }),
    z.object({ code: z.literal('interrupted') }),
    z.object({ code: z.literal('sent'), counts }),
    z.object({ code: z.literal('roster'), summary: rosterResponse }),
    z.object({
      code: z.literal('failed'),
      /** Null for a fault of ours. */
      problem: z.object({ code: z.string(), figures: z.looseObject({}) }).nullable(),
      counts: counts.optional(),
    }),
    z.object({ code: z.literal('words'), words: z.string() }),
  ]),
)
export type RunOutcome = z.infer<typeof runOutcome>

const run = z.object({
  id: z.string(),
  kind: z.enum(['push', 'roster', 'import']),
  sectionId: z.string().nullable(),
  state: z.enum(runStates),
  startedAt: z.coerce.date(),
  finishedAt: z.coerce.date().nullable(),
  outcome: runOutcome,
  done: z.number(),
  total: z.number(),
})
export const runsResponse = z.array(run)
export const runResponse = run.extend({
  items: z.array(
    z.object({
      place: z.number(),
      type: sendableType,
      id: z.string(),
      title: z.string(),
      step: z.string(),
      state: z.enum(['waiting', 'sent', 'refused', 'held']),
      reason: messageOrWords.nullable(),
    }),
  ),
})

// ---- Rosters ----

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
  /** The classes that it touched; null stands for every class. */
  touched: z.array(z.string()).nullable().optional(),
})
export type RosterFindings = z.infer<typeof rosterFindings>

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
