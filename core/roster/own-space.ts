import { emptyRoster, type Roster } from '../formats/oneroster/roster'

/** Whoever brings a file. */
export interface Bringer {
  /** Our id of the person. */
  id: string
  /** By what a file may name the person: the district's id, the e-mail address. */
  sourcedId: string | null
  email: string | null
}

/** How the ids of what any person's files made begin. The district's never do. */
export const OWN_SPACE = 'own:'
/** How those of one person's begin. */
export const spaceOf = (userId: string) => `${OWN_SPACE}${userId}:`
/** Whether something was made by a person's file and is not the district's. */
export const isOwnSpace = (sourcedId: string | null): boolean => sourcedId?.startsWith(OWN_SPACE) ?? false

/**
 * How far a teacher's file reaches: it makes and changes classes that are the bringer's alone, and everything that they
 * need (a calendar, courses, students, enrolments) under ids of the bringer's own space. Whatever ids the file names, it
 * never speaks of a row of anybody else's, and the only teacher in it is the bringer.
 *
 * @returns the roster that may be applied; no class in it where the file names none of the bringer's
 * @example ownSpace(file, teacher).classes[0]?.id // 'own:3f…:es7a'
 */
export function ownSpace(file: Roster, bringer: Bringer): Roster {
  const own = (id: string) => spaceOf(bringer.id) + id
  const below = (id: string | null) => (id === null ? null : own(id))
  const isBringer = namesOf(file, bringer)
  const taught = new Set(
    file.enrolments.flatMap((each) => (each.role === 'teacher' && isBringer(each.person) ? each.class : [])),
  )
  const classes = file.classes.filter((each) => taught.has(each.id))
  const enrolled = file.enrolments.filter((each) => each.role === 'student' && taught.has(each.class))
  const students = new Set(enrolled.map((each) => each.person))
  const courses = new Set(classes.map((each) => each.course))
  return {
    ...emptyRoster(),
    modes: file.modes,
    orgs: file.orgs.map((each) => ({ ...each, id: own(each.id), parent: below(each.parent) })),
    periods: file.periods.map((each) => ({ ...each, id: own(each.id), parent: below(each.parent) })),
    courses: file.courses.filter((each) => courses.has(each.id)).map((each) => ({ ...each, id: own(each.id) })),
    classes: classes.map((each) => ({
      ...each,
      id: own(each.id),
      course: own(each.course),
      school: own(each.school),
      terms: each.terms.map(own),
    })),
    people: file.people
      .filter((each) => each.role !== 'teacher' && students.has(each.id))
      .map((each) => ({ ...each, id: own(each.id) })),
    enrolments: enrolled.map((each) => ({
      ...each,
      id: own(each.id),
      class: own(each.class),
      person: own(each.person),
    })),
    gone: {
      enrolments: file.gone.enrolments
        .filter((each) => !isBringer(each.person))
        .map((each) => ({ id: own(each.id), class: own(each.class), person: own(each.person) })),
      people: [],
    },
    taughtBy: bringer.id,
  }
}

/** Whether an id of the file is the bringer. */
function namesOf(file: Roster, { sourcedId, email }: Bringer): (id: string) => boolean {
  const address = email?.toLowerCase()
  const ids = new Set(
    file.people.flatMap((each) =>
      each.role === 'teacher' && address !== undefined && each.email?.toLowerCase() === address ? each.id : [],
    ),
  )
  if (sourcedId !== null) ids.add(sourcedId)
  return (id) => ids.has(id)
}
