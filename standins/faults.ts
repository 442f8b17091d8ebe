import { z } from 'zod'

/** How a stand-in misbehaves on request. Each count goes down as it is used. */
export const faultsSchema = z.object({
  /** Answer this many requests with 503. */
  fail: z.int().min(0).default(0),
  /** Do this many requests and close the line without an answer. */
  mute: z.int().min(0).default(0),
  /** Wait before each answer, in milliseconds. */
  slow: z.int().min(0).max(30_000).default(0),
  /** sourcedIds of students whom it says it does not know. */
  unknownStudents: z.array(z.string()).default([]),
  /** sourcedIds of academic sessions that it takes nothing for. */
  closedSessions: z.array(z.string()).default([]),
})
export type Faults = z.infer<typeof faultsSchema>

export const noFaults = (): Faults => faultsSchema.parse({})

/** What a stand-in is told just now. */
export interface Switches {
  faults: Faults
}
