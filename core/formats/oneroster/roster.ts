import { z } from 'zod'
import { civilDate } from '../../fields'
import { pronounSets } from '../../remarks/pronouns'

/**
 * A roster in our own terms, whichever way it came (OneRoster REST or CSV). Ids are the sender's sourcedIds; last days
 * are inclusive, while OneRoster's end dates are exclusive: the readers convert.
 */
const id = z.string().min(1).max(200)
const span = { firstDay: civilDate, lastDay: civilDate }

export const roster = z.object({
  orgs: z.array(
    z.object({ id, name: z.string(), kind: z.enum(['district', 'school', 'other']), parent: id.nullable() }),
  ),
  periods: z.array(
    z.object({
      id,
      title: z.string(),
      kind: z.enum(['year', 'semester', 'grading', 'exam']),
      ...span,
      parent: id.nullable(),
    }),
  ),
  courses: z.array(z.object({ id, title: z.string(), code: z.string() })),
  classes: z.array(z.object({ id, title: z.string(), course: id, school: id, terms: z.array(id), meets: z.string() })),
  people: z.array(
    z.object({
      id,
      role: z.enum(['teacher', 'student']),
      givenName: z.string(),
      familyName: z.string(),
      email: z.string().nullable(),
      pronouns: z.enum(pronounSets).nullable(),
    }),
  ),
  enrolments: z.array(
    z.object({
      id,
      class: id,
      person: id,
      role: z.enum(['teacher', 'student']),
      firstDay: civilDate.nullable(),
      lastDay: civilDate.nullable(),
    }),
  ),
})
export type Roster = z.infer<typeof roster>

export const emptyRoster = (): Roster => ({
  orgs: [],
  periods: [],
  courses: [],
  classes: [],
  people: [],
  enrolments: [],
})

/** A reference from one thing of the roster to another that is not in it. */
export interface Dangling {
  part: keyof Roster
  id: string
  field: string
  missing: string
}

/**
 * The references that lead nowhere. A roster with any is not taken.
 *
 * @example dangling({ ...roster, classes: [] })[0] // { part: 'enrolments', id: 'e1', field: 'class', missing: 'c1' }
 */
export function dangling(roster: Roster): Dangling[] {
  const ids = (part: keyof Roster) => new Set(roster[part].map((each) => each.id))
  const [orgs, periods, courses, classes, people] = [
    ids('orgs'),
    ids('periods'),
    ids('courses'),
    ids('classes'),
    ids('people'),
  ]
  const found: Dangling[] = []
  const need = (part: keyof Roster, id: string, field: string, known: Set<string>, wanted: string | null) => {
    if (wanted !== null && !known.has(wanted)) found.push({ part, id, field, missing: wanted })
  }
  for (const each of roster.orgs) need('orgs', each.id, 'parent', orgs, each.parent)
  for (const each of roster.periods) need('periods', each.id, 'parent', periods, each.parent)
  for (const each of roster.classes) {
    need('classes', each.id, 'course', courses, each.course)
    need('classes', each.id, 'school', orgs, each.school)
    for (const term of each.terms) need('classes', each.id, 'term', periods, term)
  }
  for (const each of roster.enrolments) {
    need('enrolments', each.id, 'class', classes, each.class)
    need('enrolments', each.id, 'user', people, each.person)
  }
  return found
}
