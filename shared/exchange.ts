import { z } from 'zod'

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
  unsendables: z.array(z.object({ title: z.string(), reason: z.string(), assignmentId: z.string() })),
})

/** `overwrite`: ids of things that changed there since and are sent all the same. */
export const pushRequest = z.object({ overwrite: z.array(z.string().max(250)).max(10_000).default([]) })
export const pushResponse = z.object({ runId: z.string() })

const run = z.object({
  id: z.string(),
  kind: z.enum(['push', 'roster', 'import']),
  sectionId: z.string().nullable(),
  state: z.enum(['running', 'done', 'stopped', 'failed']),
  startedAt: z.coerce.date(),
  finishedAt: z.coerce.date().nullable(),
  summary: z.string(),
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
      reason: z.string().nullable(),
    }),
  ),
})

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
export type RosterResponse = z.infer<typeof rosterResponse>

export const csvFaults = z.array(
  z.object({ file: z.string(), line: z.number(), column: z.string(), reason: z.string() }),
)
