import type { Entity, GradebookPart, Held } from './held'

/** What belongs to a class or a person, of what a stand-in holds. */
export function ofClass(held: Held, part: GradebookPart, classId: string): Entity[] {
  const items = held.list('lineItems').filter((each) => idOf(each.class) === classId)
  if (part === 'lineItems') return items
  const ids = new Set(items.map((each) => each.sourcedId))
  if (part === 'results') return held.list('results').filter((each) => ids.has(idOf(each.lineItem)))
  const used = new Set(items.map((each) => idOf(each.category)))
  return held.list('categories').filter((each) => used.has(each.sourcedId))
}

const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''
const enrolled = (held: Held, role: string) => held.list('enrollments').filter((each) => each.role === role)

export function classesTaughtBy(held: Held, teacherId: string): Entity[] {
  const ids = new Set(
    enrolled(held, 'teacher').flatMap((each) => (idOf(each.user) === teacherId ? idOf(each.class) : [])),
  )
  return held.list('classes').filter((each) => ids.has(each.sourcedId))
}

export function peopleIn(held: Held, classId: string, role: string): Entity[] {
  const ids = new Set(enrolled(held, role).flatMap((each) => (idOf(each.class) === classId ? idOf(each.user) : [])))
  return held.list('users').filter((each) => ids.has(each.sourcedId))
}

export const enrolmentsIn = (held: Held, classId: string): Entity[] =>
  held.list('enrollments').filter((each) => idOf(each.class) === classId)
