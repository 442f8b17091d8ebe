import type { MessageOf } from '../core/message'
import { message } from './message'
import { z } from 'zod'
import { methods } from '../core/plan/plan'
import type { ClosingLine } from '../core/today/closing-line'
import { looseEndCodes } from '../core/looseends'

const looseEnd = z.object({
  code: z.enum(looseEndCodes),
  message: message as unknown as z.ZodType<MessageOf<'end'>>,
  mend: z.union([
    z.object({ view: z.literal('gradebook'), assignmentId: z.string(), studentId: z.string().optional() }),
    z.object({ view: z.literal('plan') }),
    z.object({ view: z.literal('close'), studentId: z.string(), periodId: z.string() }),
    z.object({
      view: z.literal('proficiency'),
      studentId: z.string().optional(),
      standardId: z.string(),
      periodId: z.string(),
    }),
    z.object({ view: z.literal('standards') }),
    z.object({ view: z.literal('habits'), periodId: z.string() }),
  ]),
})

const closingLine = z.object({
  period: z.object({ id: z.string(), title: z.string(), lastDay: z.string() }),
  dueOn: z.string().nullable(),
  isClosed: z.boolean(),
  isGraded: z.boolean(),
  scored: z.object({ now: z.number(), notYetDue: z.number(), ofLeavers: z.number() }),
  examsWithout: z.number().nullable(),
  lookedOver: z.boolean(),
  toDecide: z.object({ levels: z.number(), habits: z.number() }).nullable(),
  written: z.number(),
  toLookAt: z.number(),
  students: z.number(),
  declared: z.boolean(),
}) satisfies z.ZodType<ClosingLine>

const person = z.object({ id: z.string(), name: z.string() })

/** One class as *Today* and the day column show it. */
export const todayClass = z.object({
  id: z.string(),
  title: z.string(),
  courseId: z.string(),
  course: z.string(),
  meets: z.string(),
  students: z.number(),
  planned: z.boolean(),
  method: z.enum(methods),
  period: z.object({ id: z.string(), title: z.string(), lastDay: z.string(), declared: z.boolean() }).nullable(),
  assignments: z.number(),
  /** Levels were given in the period, by what was seen or for the term. */
  levels: z.boolean(),
  toScore: z.number(),
  stacks: z.array(
    z.object({ id: z.string(), name: z.string(), dueOn: z.string(), waiting: z.number(), firstStudentId: z.string() }),
  ),
  ahead: z.array(z.object({ id: z.string(), name: z.string(), shortName: z.string(), dueOn: z.string() })),
  /** What is due first after the week ahead. */
  next: z.array(z.object({ id: z.string(), name: z.string(), shortName: z.string(), dueOn: z.string() })).max(1),
  joined: z.array(person),
  left: z.array(person),
  missing: z.array(person.extend({ count: z.number() })),
  looseEnds: z.array(looseEnd),
  /** Periods that are to be closed about now. */
  closing: z.array(closingLine).default([]),
})
export type TodayClass = z.infer<typeof todayClass>
export const todayResponse = z.array(todayClass)
