import { z } from 'zod'
import { choices, steps } from '../core/exchange/compare'
import { id as idSchema, joinedId, text } from '../core/fields'
import { message, messageOrWords } from './message'
import { run, runOutcome, runStates } from './runs'

/**
 * Of one thing of a run: `sent` went there, `taken` came here, `held` waits for a decision, `left` was left out, `moved`
 * changed on either side after it was looked at and has to be looked at again.
 */
export const itemStates = ['waiting', 'sent', 'taken', 'refused', 'held', 'left', 'moved'] as const
export type ItemState = (typeof itemStates)[number]

const value = z.record(z.string(), z.unknown()).nullable()
const runItem = z.object({
  place: z.number(),
  /** What it is; a run of an earlier release has the wire's words. */
  type: z.string(),
  id: z.string(),
  title: z.string(),
  studentId: z.string().nullable(),
  assignmentId: z.string().nullable(),
  /** Where it is opened at its source. */
  link: z.string().nullable(),
  step: z.enum(steps),
  state: z.enum(itemStates),
  choice: z.enum(choices).nullable(),
  /** The fields that differ, as they are here, there, and were when both last agreed; all of them where one side has none. */
  here: value,
  there: value,
  base: value,
  differing: z.array(z.string()),
  conflicts: z.array(z.string()),
  /** When it changed last on each side, and who did it here: of what changed on both. */
  lastChange: z
    .object({ hereAt: z.string().nullable(), hereBy: z.string().nullable(), thereAt: z.string().nullable() })
    .nullish(),
  reason: messageOrWords.nullable(),
})
export type RunItem = z.infer<typeof runItem>

export const runResponse = run.extend({
  sectionTitle: z.string(),
  /** The reopened period whose declared grades it removes from the SIS. */
  removesPeriodId: z.string().nullable(),
  items: z.array(runItem),
  /** What cannot be sent, and why; known while it is looked at. */
  unsendables: z.array(z.object({ title: z.string(), reason: message, assignmentId: z.string() })),
})
export type ExchangeRun = z.infer<typeof runResponse>

/** What is heard of a run while it goes on: how far it is, and what became of each thing since the last word. */
export const runProgress = z.object({
  state: z.enum(runStates),
  outcome: runOutcome,
  finishedAt: z.coerce.date().nullable(),
  items: z.array(z.object({ place: z.number(), state: z.enum(itemStates), reason: messageOrWords.nullable() })),
})
export type RunProgress = z.infer<typeof runProgress>

/** What is decided of some things of a prepared run, and for how long: this run, from now on for it, or for all of its type. */
export const decideRequest = z.object({
  places: z.array(z.int().min(0)).min(1).max(20_000),
  choice: z.enum(choices).nullable(),
  remember: z.enum(['no', 'thing', 'type']).default('no'),
})
export const choicesResponse = z.array(
  z.object({
    sectionId: z.string(),
    direction: z.enum(['push', 'pull']),
    type: z.string(),
    thingId: z.string(),
    title: z.string(),
    choice: z.enum(choices),
    at: z.coerce.date(),
  }),
)
export const forgetRequest = z.object({
  direction: z.enum(['push', 'pull']).default('push'),
  type: text(20),
  thingId: text(250),
})

/** What waits in each class, as far as it is known without asking the district. */
export const waitingResponse = z.array(
  z.object({
    sectionId: z.string(),
    title: z.string(),
    meets: z.string(),
    /** Null where the class is not the district's. */
    /** Whether it goes by night, and whether the district says so. */
    nightly: z.object({ isOn: z.boolean(), isFixed: z.boolean() }),
    waits: z
      .object({ create: z.number(), change: z.number(), remove: z.number(), held: z.number(), refused: z.number() })
      .nullable(),
    unsendables: z.number(),
    last: z.object({ runId: z.string(), state: z.enum(runStates), at: z.coerce.date() }).nullable(),
  }),
)
export type WaitingClass = z.infer<typeof waitingResponse>[number]

/** The classes that are to be sent at once; each has its own run, or the reason why it has none. */
export const sendRequest = z.object({ sectionIds: z.array(idSchema).min(1).max(60) })
export const sendResponse = z.object({
  started: z.array(z.object({ sectionId: z.string(), runId: z.string() })),
  not: z.array(z.object({ sectionId: z.string(), code: z.string(), figures: z.looseObject({}) })),
})

/** What the SIS holds of a period of a class, as far as it is known here. */
export const termQuery = z.object({ period: idSchema })
export const termResponse = z.object({ grades: z.number(), remarks: z.number() })
export type TermThere = z.infer<typeof termResponse>
/** Prepares the removal of a reopened period's declared grades from the SIS. */
export const removeTermRequest = z.object({ periodId: idSchema })

/** Which refused things of a run are tried again; null for all of them. */
export const againRequest = z.object({ places: z.array(z.int().min(0)).max(20_000).nullable().default(null) })

/** Which way a comparison is: what would go to the district, or what would come from the classroom app. */
export const prepareRequest = z.object({ direction: z.enum(['push', 'pull']).default('push') })

/** What the last night's runs came to, in the classes of a teacher. */
const night = z.object({
  classes: z.number(),
  sent: z.number(),
  taken: z.number(),
  refused: z.number(),
  held: z.number(),
  waiting: z.number(),
})
export type Night = z.infer<typeof night>
export const nightResponse = night.nullable()

/** How the exchange of each class of the district stands. */
export const districtExchange = z.array(
  z.object({
    sectionId: z.string(),
    school: z.string(),
    title: z.string(),
    meets: z.string(),
    teachers: z.array(z.string()),
    /** How many things both sides hold alike; how many acts there were since the last run. */
    agreed: z.number(),
    actsSince: z.number(),
    held: z.number(),
    refused: z.number(),
    declared: z.array(z.string()),
    last: z.object({ runId: z.string(), state: z.enum(runStates), at: z.coerce.date() }).nullable(),
  }),
)
export type DistrictClass = z.infer<typeof districtExchange>[number]

/** Both sides of a score that waits for a decision. */
export const heldScoreResponse = z.object({ there: value, base: value, foundAt: z.coerce.date() }).nullable()
export type HeldScore = NonNullable<z.infer<typeof heldScoreResponse>>
export const heldQuery = z.object({ cell: joinedId(2) })
export const settleRequest = z.object({ cellId: joinedId(2), choice: z.enum(['mine', 'theirs']) })
export const settledResponse = z.object({ runId: z.string().nullable() })

/** One thing here beside the same thing there, whether different or not. */
const beside = z.object({
  type: z.string(),
  id: z.string(),
  title: z.string(),
  here: value,
  there: value,
  isAlike: z.boolean(),
})
export type Beside = z.infer<typeof beside>
export const besideResponse = z.array(beside)
