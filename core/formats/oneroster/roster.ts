import { z } from 'zod'
import { civilDate } from '../../fields'
import { beginning, fitText, isFit } from '../../text'
import { pronounSets } from '../../remarks/pronouns'

/**
 * A roster in our own terms, whichever way it came (OneRoster REST or CSV). Ids are the sender's sourcedIds; last days
 * are inclusive, while OneRoster's end dates are exclusive: the readers convert.
 */
/** Whether an id from outside can be kept: there, not endless, and of letters that a database holds. */
export const isSourcedId = (id: string): boolean => id.length >= 1 && id.length <= 200 && isFit(id)
const id = z.string().refine(isSourcedId, 'field.id')
const ROOM = 200
/** A name or a title as it is kept: fit, and no longer than its room. */
export const fitWords = (text: string): string => beginning(fitText(text), ROOM)
export const words = z.string().overwrite(fitWords)
const span = { firstDay: civilDate, lastDay: civilDate }

export const roster = z.object({
  orgs: z.array(z.object({ id, name: words, kind: z.enum(['district', 'school', 'other']), parent: id.nullable() })),
  periods: z.array(
    z.object({
      id,
      title: words,
      kind: z.enum(['year', 'semester', 'grading', 'exam']),
      ...span,
      parent: id.nullable(),
    }),
  ),
  courses: z.array(z.object({ id, title: words, code: words })),
  classes: z.array(z.object({ id, title: words, course: id, school: id, terms: z.array(id).max(40), meets: words })),
  people: z.array(
    z.object({
      id,
      /** Null where the files do not say it, as in a delta: then it is the one that the person has. */
      role: z.enum(['teacher', 'student']).nullable(),
      givenName: words,
      familyName: words,
      email: words.nullable(),
      /** Switched off by the sender: signs in no more. */
      off: z.boolean(),
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
/** What a roster is made of, by kind. */
export type RosterThings = z.infer<typeof roster>
export type RosterKind = keyof RosterThings

/** Whether a part is the whole of its kind, only what has changed, or not there at all. */
export type PartMode = 'bulk' | 'delta' | 'absent'

/** What is said of a roster as a whole, without its things. */
export interface RosterHead {
  modes: Readonly<Record<RosterKind, PartMode>>
  /** What a delta takes away: enrolments that end, and people who leave. */
  gone: { enrolments: { id: string; class: string; person: string }[]; people: string[] }
  /** Our id of the one teacher of every class in it, where it is of a person's own space. */
  taughtBy?: string
}
export type Roster = RosterThings & RosterHead

export const rosterKinds = Object.keys(roster.shape) as RosterKind[]
export const wholly = (mode: PartMode): Roster['modes'] =>
  Object.fromEntries(rosterKinds.map((kind) => [kind, mode])) as Roster['modes']

export const emptyRoster = (): Roster => ({
  orgs: [],
  periods: [],
  courses: [],
  classes: [],
  people: [],
  enrolments: [],
  modes: wholly('bulk'),
  gone: { enrolments: [], people: [] },
})

/** A reference from one thing of the roster to another that is not in it. */
export interface Dangling {
  part: RosterKind
  id: string
  field: string
  missing: string
  /** The part that would hold it. */
  in: RosterKind
}

/**
 * The references that lead nowhere in the roster itself. Those into a part that is whole are faults; those into a part of
 * which only the changes came may lead to what is here already.
 *
 * @example dangling({ ...roster, classes: [] })[0] // { part: 'enrolments', id: 'e1', field: 'class', missing: 'c1', … }
 */
export function dangling(roster: Roster): Dangling[] {
  const known = Object.fromEntries(
    rosterKinds.map((kind) => [kind, new Set(roster[kind].map((each) => each.id))]),
  ) as Record<RosterKind, Set<string>>
  return rosterKinds.flatMap((kind) =>
    referencesIn(kind, roster[kind]).filter((each) => !known[each.in].has(each.missing)),
  )
}

/** What each thing of a kind speaks of, in a roster's words for it, as if it were missing. */
const references: { [K in RosterKind]: (thing: RosterThings[K][number]) => [RosterKind, string, string | null][] } = {
  orgs: (org) => [['orgs', 'parent', org.parent]],
  periods: (period) => [['periods', 'parent', period.parent]],
  courses: () => [],
  classes: ({ course, school, terms }) => [
    ['courses', 'course', course],
    ['orgs', 'school', school],
    ...terms.map((term): [RosterKind, string, string] => ['periods', 'term', term]),
  ],
  people: () => [],
  enrolments: (enrolment) => [
    ['classes', 'class', enrolment.class],
    ['people', 'user', enrolment.person],
  ],
}

/**
 * What some things of one kind speak of, each as it would be told if it led nowhere.
 *
 * @example referencesIn('enrolments', [enrolment]) // [{ part: 'enrolments', field: 'class', missing: 'c1', in: 'classes', … }, …]
 */
export function referencesIn<K extends RosterKind>(kind: K, things: RosterThings[K]): Dangling[] {
  return (things as RosterThings[K][number][]).flatMap((thing) =>
    references[kind](thing).flatMap(([target, field, missing]) =>
      missing === null ? [] : { part: kind, id: thing.id, field, missing, in: target },
    ),
  )
}
