import { z } from 'zod'
import { daysAfter } from '../../calendar/date'
import { civilDate } from '../../fields'
import { readPronouns } from '../../remarks/pronouns'
import { emptyRoster, isSourcedId, words, type Roster, type RosterKind, type RosterThings } from './roster'

/**
 * The entities of the OneRoster 1.2 REST binding (1EdTech), as far as they are read here. Fields that are not named
 * pass through unread; what is named has to be as the standard says.
 */
export const sourcedId = z.string().refine(isSourcedId, 'field.id')
export const ref = z.object({ sourcedId, href: z.string().optional(), type: z.string().optional() })
export const base = { sourcedId, status: z.enum(['active', 'tobedeleted']), dateLastModified: z.string() }
export const metadata = z.record(z.string(), z.unknown()).optional()

export const org = z.object({ ...base, name: words, type: z.string(), parent: ref.optional() })
export const academicSession = z.object({
  ...base,
  title: words,
  startDate: civilDate,
  endDate: civilDate,
  type: z.enum(['gradingPeriod', 'semester', 'schoolYear', 'term']),
  parent: ref.optional(),
  metadata,
})
export const course = z.object({ ...base, title: words, courseCode: words.optional() })
export const classEntity = z.object({
  ...base,
  title: words,
  course: ref,
  school: ref,
  terms: z.array(ref),
  periods: z.array(words).optional(),
})
export const user = z.object({
  ...base,
  givenName: words,
  familyName: words,
  preferredFirstName: words.optional(),
  email: words.optional(),
  pronouns: z.string().optional(),
  enabledUser: z.union([z.boolean(), z.string()]).optional(),
  roles: z.array(z.object({ roleType: z.string(), role: z.string(), org: ref })).min(1),
})
/** As version 1.1 has it: one role, in some organisations. */
export const user11 = user
  .omit({ roles: true })
  .extend({ role: z.string(), orgs: z.array(ref).min(1) })
  .transform(({ role, orgs, ...rest }): z.infer<typeof user> => ({
    ...rest,
    roles: orgs.slice(0, 1).map((org) => ({ roleType: 'primary', role, org })),
  }))
export const enrollment = z.object({
  ...base,
  user: ref,
  class: ref,
  school: ref,
  role: z.string(),
  beginDate: civilDate.optional(),
  endDate: civilDate.optional(),
})

/** The collections of the rostering service that a roster is made of, each with the schema of its entities. */
export const rosterCollections = {
  orgs: org,
  academicSessions: academicSession,
  courses: course,
  classes: classEntity,
  users: user,
  enrollments: enrollment,
} as const
export type RosterCollection = keyof typeof rosterCollections
export type RosterEntities = { [C in RosterCollection]: z.infer<(typeof rosterCollections)[C]>[] }

const sessionKinds = { gradingPeriod: 'grading', semester: 'semester', term: 'semester', schoolYear: 'year' } as const

/** How one entity of each collection reads in our terms; null for what is nothing to us. */
const readers: { [C in RosterCollection]: (entity: RosterEntities[C][number]) => Partial<RosterThings> | null } = {
  orgs: (each) => ({
    orgs: [
      {
        id: each.sourcedId,
        name: each.name,
        parent: each.parent?.sourcedId ?? null,
        kind: each.type === 'district' || each.type === 'school' ? each.type : 'other',
      },
    ],
  }),
  academicSessions: (each) => ({
    periods: [
      {
        id: each.sourcedId,
        title: each.title,
        parent: each.parent?.sourcedId ?? null,
        kind: each.metadata?.examWindow === 'true' ? 'exam' : sessionKinds[each.type],
        firstDay: each.startDate,
        lastDay: daysAfter(each.endDate, -1),
      },
    ],
  }),
  courses: (each) => ({ courses: [{ id: each.sourcedId, title: each.title, code: each.courseCode ?? '' }] }),
  classes: (each) => ({
    classes: [
      {
        id: each.sourcedId,
        title: each.title,
        course: each.course.sourcedId,
        school: each.school.sourcedId,
        terms: each.terms.map((term) => term.sourcedId),
        meets: each.periods?.[0] ?? '',
      },
    ],
  }),
  users: (each) => {
    const role = each.roles.map((one) => one.role).find(isRole)
    if (!role) return null
    return {
      people: [
        {
          id: each.sourcedId,
          role,
          givenName: each.preferredFirstName || each.givenName,
          familyName: each.familyName,
          email: each.email || null,
          off: each.enabledUser === false || each.enabledUser === 'false',
          pronouns: readPronouns(each.pronouns),
        },
      ],
    }
  },
  enrollments: (each) => {
    if (!isRole(each.role)) return null
    return {
      enrolments: [
        {
          id: each.sourcedId,
          class: each.class.sourcedId,
          person: each.user.sourcedId,
          role: each.role,
          firstDay: each.beginDate ?? null,
          lastDay: each.endDate ? daysAfter(each.endDate, -1) : null,
        },
      ],
    }
  },
}
const isRole = (role: string): role is 'teacher' | 'student' => role === 'teacher' || role === 'student'

/**
 * Takes some entities of a collection into a roster, in our terms: OneRoster's exclusive end dates become last days, and
 * of those marked *tobedeleted* enrolments end and people leave.
 */
export function takeEntities<C extends RosterCollection>(
  roster: Roster,
  collection: C,
  entities: RosterEntities[C],
): void {
  for (const each of entities as RosterEntities[C][number][]) {
    const read = readers[collection](each)
    if (!read) continue
    if (each.status === 'active') {
      for (const kind of Object.keys(read) as RosterKind[]) (roster[kind] as unknown[]).push(...read[kind]!)
      continue
    }
    for (const { id } of read.people ?? []) roster.gone.people.push(id)
    for (const { id, class: of, person } of read.enrolments ?? [])
      roster.gone.enrolments.push({ id, class: of, person })
  }
}

/**
 * The roster in our terms.
 *
 * @param entities the whole of each collection
 */
export function rosterFromRest(entities: RosterEntities): Roster {
  const roster = emptyRoster()
  for (const name of Object.keys(rosterCollections) as RosterCollection[]) takeEntities(roster, name, entities[name])
  return roster
}
