import { z } from 'zod'

/** `push` sends to the district, `pull` takes in from the classroom app; the others bring rosters. */
export const runKinds = ['push', 'pull', 'roster', 'import'] as const
export type RunKind = (typeof runKinds)[number]
/**
 * `prepared` is looked at and not sent yet; `queued` waits for its turn, or for a partner that is away; `asking` waits for
 * an answer before anything is applied; `taken back` was undone.
 */
export const runStates = ['prepared', 'queued', 'running', 'asking', 'done', 'stopped', 'failed', 'taken back'] as const
export type RunState = (typeof runStates)[number]

const count = z.number().default(0)
const counts = z.object({
  sent: count,
  taken: count,
  refused: count,
  held: count,
  left: count,
  moved: count,
  waiting: count,
})
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
    z.object({ code: z.literal('prepared'), counts }),
    z.object({ code: z.literal('sent'), counts }),
    /** The partner is away: it is asked again by itself at that time. */
    z.object({
      code: z.literal('away'),
      problem: z.object({ code: z.string(), figures: z.looseObject({}) }),
      next: z.string(),
      counts,
    }),
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

export const run = z.object({
  id: z.string(),
  kind: z.enum(runKinds),
  sectionId: z.string().nullable(),
  state: z.enum(runStates),
  startedAt: z.coerce.date(),
  finishedAt: z.coerce.date().nullable(),
  outcome: runOutcome,
  done: z.number(),
  total: z.number(),
})
export const runsResponse = z.array(run)
