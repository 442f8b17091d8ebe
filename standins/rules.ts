import type { Faults } from './faults'
import type { Entity, GradebookPart, Held } from './held'

const ref = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''

/**
 * Why the stand-in does not take an entity, or null. A district is stricter than a gradebook: it knows its students and
 * its terms, and a score of more than twice the maximum looks like a slip to it.
 */
export function refusalOf(held: Held, faults: Faults, part: GradebookPart, entity: Entity): string | null {
  if (part === 'lineItems') {
    const session = ref(entity.academicSession ?? entity.gradingPeriod)
    if (!knows(held, 'classes', ref(entity.class))) return 'Unknown class. Pull the roster again.'
    if (!held.find('categories', ref(entity.category))) return 'Unknown category. Send the categories first.'
    if (!knows(held, 'academicSessions', session)) return 'Unknown grading period. Pull the roster again.'
    if (faults.closedSessions.includes(session)) return 'This term is closed. Ask the district office to open it.'
  }
  if (part === 'results') {
    const item = held.find('lineItems', ref(entity.lineItem))
    const student = ref(entity.student)
    if (!item) return 'Unknown assignment. Send it first.'
    if (!knows(held, 'users', student) || faults.unknownStudents.includes(student))
      return 'Unknown student. Pull the roster again, or ask the district office.'
    if (faults.closedSessions.includes(ref(item.academicSession)))
      return 'This term is closed. Ask the district office to open it.'
    const most = Number(item.resultValueMax ?? 100) * 2
    if (typeof entity.score === 'number' && most > 0 && entity.score > most)
      return `The score ${entity.score} is out of range: more than twice the maximum. Correct it, then send again.`
  }
  return null
}

const knows = (held: Held, collection: string, id: string) =>
  (held.roster[collection] ?? []).some((each) => each.sourcedId === id)
