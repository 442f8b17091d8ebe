import { z } from 'zod'
import type { Message } from '../core/message'
import type { CsvFault } from '../core/formats/oneroster/csv'

type Plain = Record<never, never>
interface Partner {
  partner: string
}

/** Every way in which the server says that something cannot be done: a code, and the figures of its sentence. */
export interface Problems {
  'signed-out': Plain
  'sign-in': Plain
  'too-many': Plain
  'wrong-password': Plain
  'not-your-class': Plain
  'not-the-office': Plain
  'not-your-run': Plain
  'no-class': Plain
  'no-period': Plain
  'no-student': Plain
  'no-school': Plain
  'no-print': Plain
  'many-prints': Plain
  'no-run': Plain
  'no-such-address': Plain
  'no-such-method': { methods: string }
  unreadable: { fault?: Message }
  'too-large': Plain
  'too-slow': Plain
  'long-list': Plain
  'records-away': Plain
  'records-full': Plain
  'records-read-only': Plain
  bug: Plain
  refused: { reason: Message }
  conflict: Plain
  'act-of-another': Plain
  'run-under-way': Plain
  'not-waiting': Plain
  'nothing-to-send': Plain
  'no-connection': Plain
  'connection-set-up': Plain
  'secret-missing': Plain
  'secret-sealed': Plain
  'nothing-to-take-back': Plain
  'not-the-districts': Plain
  'no-classes': Plain
  'no-classes-of-yours': Plain
  'nothing-in-files': Plain
  dangling: { part: string; id: string; missing: string }
  'no-file': Plain
  'broken-off': Plain
  'no-zip': Plain
  'file-twice': { file: string }
  'csv-faults': { first: CsvFault; more: number }
  'no-partner': Plain
  'no-app': Plain
  'not-linked': Plain
  'partner-silent': Partner
  'partner-stumbles': { things: number }
  'partner-busy': Partner & { seconds: number }
  'partner-refused': Partner & { status: number; what: string }
  'partner-credentials': Partner
  'partner-redirect': Partner
  'partner-too-large': Partner
  'partner-endless': Partner & { what: string }
  'partner-unreadable': Partner & { what: string; at: string }
  'partner-calendar': { fault: Message }
  'partner-dangling': { field: string; missing: string }
  'partner-standards': { fault: Message }
}
export type ProblemCode = keyof Problems

/** How the server says it; the app's words make the sentence. */
export const problemResponse = z.object({
  data: z.object({ code: z.string(), figures: z.looseObject({}).default({}), detail: z.unknown().optional() }),
})

/**
 * Why an act is never taken. Only one of these, said of that very act, takes it out of the queue of the machine that it
 * was made on.
 */
export const rejections = ['unreadable', 'act-of-another', 'not-your-class', 'too-large'] as const
export type Rejection = (typeof rejections)[number]

/** The acts that a problem is about, where a whole request was turned away. */
export const rejectedActs = z.object({ acts: z.array(z.string()) })
