import { z } from 'zod'
import type { Entity, GradebookPart, Held } from './held'

/** What happens at a partner by itself: what its own people do there. */
export const happening = z.discriminatedUnion('what', [
  z.object({ what: z.literal('withdraw'), student: z.string(), on: z.iso.date() }),
  z.object({ what: z.literal('move'), student: z.string(), from: z.string(), to: z.string(), on: z.iso.date() }),
  z.object({ what: z.literal('rename'), student: z.string(), givenName: z.string(), familyName: z.string() }),
  /** One person was there twice: the second's scores and classes become the first's. */
  z.object({ what: z.literal('merge'), student: z.string(), other: z.string() }),
  z.object({
    what: z.literal('change'),
    part: z.enum(['categories', 'lineItems', 'results']),
    id: z.string(),
    fields: z.record(z.string(), z.unknown()),
  }),
  z.object({ what: z.literal('remove'), part: z.enum(['categories', 'lineItems', 'results']), id: z.string() }),
  /** A backup of before was put in the place of what it held. */
  z.object({ what: z.literal('lose') }),
])
export type Happening = z.infer<typeof happening>

const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''
const now = () => new Date().toISOString()

/** Lets something happen. @returns false where there is nothing of that name */
export function happen(held: Held, event: Happening): boolean {
  switch (event.what) {
    case 'withdraw':
      return endEnrolments(held, event.student, event.on) > 0
    case 'move': {
      if (endEnrolments(held, event.student, event.on, event.from) === 0) return false
      const moved = {
        ...{ sourcedId: `moved-${event.student}-${event.to}`, status: 'active', dateLastModified: now() },
        ...{ user: { sourcedId: event.student, type: 'user' }, class: { sourcedId: event.to, type: 'class' } },
        ...{ school: schoolOf(held, event.to), role: 'student', beginDate: event.on },
      }
      return held.setRoster('enrollments', [...held.list('enrollments'), moved])
    }
    case 'rename':
      return changeUser(held, event.student, { givenName: event.givenName, familyName: event.familyName })
    case 'merge':
      return merge(held, event.student, event.other)
    case 'change': {
      const entity = held.find(event.part as GradebookPart, event.id)
      if (!entity) return false
      held.receive(event.part, event.id, { ...entity, ...event.fields, dateLastModified: now() })
      return true
    }
    case 'remove':
      if (!held.find(event.part, event.id)) return false
      held.receive(event.part, event.id, null)
      return true
    case 'lose':
      for (const part of ['results', 'lineItems', 'categories'] as const)
        for (const { sourcedId } of held.list(part)) held.receive(part, sourcedId, null)
      return true
  }
}

function endEnrolments(held: Held, student: string, on: string, classId?: string): number {
  let ended = 0
  const next = held.list('enrollments').map((each) => {
    const isOne = idOf(each.user) === student && (!classId || idOf(each.class) === classId) && !each.endDate
    if (!isOne) return each
    ended++
    return { ...each, endDate: on, dateLastModified: now() }
  })
  if (ended) held.setRoster('enrollments', next)
  return ended
}

const schoolOf = (held: Held, classId: string): unknown =>
  held.list('classes').find((each) => each.sourcedId === classId)?.school

function changeUser(held: Held, id: string, fields: Record<string, unknown>): boolean {
  const users = held.list('users')
  if (!users.some((each) => each.sourcedId === id)) return false
  return held.setRoster(
    'users',
    users.map((each): Entity => (each.sourcedId === id ? { ...each, ...fields, dateLastModified: now() } : each)),
  )
}

function merge(held: Held, student: string, other: string): boolean {
  if (!changeUser(held, other, { status: 'tobedeleted' })) return false
  held.setRoster(
    'enrollments',
    held
      .list('enrollments')
      .map((each) =>
        idOf(each.user) === other
          ? { ...each, user: { sourcedId: student, type: 'user' }, dateLastModified: now() }
          : each,
      ),
  )
  for (const result of held.list('results'))
    if (idOf(result.student) === other)
      held.receive('results', result.sourcedId, { ...result, student: { sourcedId: student, type: 'user' } })
  return true
}
