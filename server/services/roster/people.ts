import { isOwnSpace } from '../../../core/roster/own-space'
import { inArray } from 'drizzle-orm'
import type { Roster } from '../../../core/formats/oneroster/roster'
import type { RosterFindings, RosterRowChange } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import { students, users } from '../../database/schema'
import { inTurns, pieces, ROWS_AT_ONCE, type Rest, type RosterStep } from './rows'

type Person = Roster['people'][number]
type User = typeof users.$inferSelect
type Listed = NonNullable<RosterFindings['listed']>[number]

/** What teachers become: whom each of the roster is here, the rows that change, and what a person should know of it. */
export interface TeacherPlan {
  ids: Map<string, string>
  steps: RosterStep[]
  listed: Listed[]
  same: number
}

const nameOf = ({ givenName, familyName }: Pick<User, 'givenName' | 'familyName'>) =>
  [givenName, familyName].filter(Boolean).join(' ')
const isNamesake = (a: Pick<User, 'givenName' | 'familyName'>, b: Pick<User, 'givenName' | 'familyName'>) =>
  nameOf(a).toLowerCase() === nameOf(b).toLowerCase()

/**
 * Matches the teachers of a roster with those who are here. One address signs one person in, and nobody stops the rest:
 * who comes back under a new id is known by address and name; two may change addresses with each other; an address that
 * somebody left behind goes to whom the roster gives it; one that somebody still has is left out and listed.
 *
 * @param whole the roster names every teacher there is: whoever is not in it has left
 * @param gone ids of teachers whom the roster takes away
 */
export async function planTeachers(
  db: Db,
  teachers: readonly Person[],
  { whole, gone }: { whole: boolean; gone: ReadonlySet<string> },
  newId: () => string,
  rest: Rest,
): Promise<TeacherPlan> {
  const here = whole ? await db.select().from(users) : await usersFor(db, teachers, gone, rest)
  const bySourced = new Map(here.flatMap((user) => (user.sourcedId ? [[user.sourcedId, user] as const] : [])))
  const byEmail = new Map(here.flatMap((user) => (user.email ? [[user.email, user] as const] : [])))
  const named = new Map(teachers.map((each) => [each.id, each]))
  const hasLeft = (user: User) =>
    user.sourcedId !== null &&
    !named.has(user.sourcedId) &&
    user.role === 'teacher' &&
    (!user.enabled || gone.has(user.sourcedId) || (whole && isOfDistrict(user)))
  const plan: TeacherPlan = { ids: new Map(), steps: [], listed: [], same: 0 }
  const taken = new Set<string>()
  const adopted = new Set<string>()
  const released: User[] = []
  const changes = teachers.map((person): RosterRowChange => {
    const known = bySourced.get(person.id)
    const address = person.email?.toLowerCase() ?? null
    const holder = address === null ? undefined : byEmail.get(address)
    let user = known
    let email = address
    if (address !== null && taken.has(address)) email = without('address-twice', person)
    else if (holder && holder !== known) {
      if (hasLeft(holder) && !known && isNamesake(holder, person)) {
        user = holder
        adopted.add(holder.id)
        plan.listed.push({ code: 'rehired', name: nameOf(person) })
      } else if (hasLeft(holder)) {
        released.push(holder)
        plan.listed.push({ code: 'released', name: nameOf(holder) })
      } else if (holder.sourcedId === null || !keepsOther(holder)) email = without('address-held', person)
    }
    if (email !== null) taken.add(email)
    const after = {
      id: user?.id ?? newId(),
      sourcedId: person.id,
      role: 'teacher',
      email,
      givenName: person.givenName,
      familyName: person.familyName,
      enabled: !person.off,
    }
    plan.ids.set(person.id, after.id)
    return { id: after.id, name: nameOf(person), before: user ? rowOf(user) : null, after }
  })

  /** Whether somebody who has an address now will have another, by this same roster. */
  function keepsOther(holder: User): boolean {
    const next = named.get(holder.sourcedId ?? '')
    return next !== undefined && next.email?.toLowerCase() !== holder.email
  }
  function without(code: Listed['code'], person: Person): null {
    plan.listed.push({ code, name: nameOf(person) })
    return null
  }

  const leaving = here.filter((user) => user.enabled && hasLeft(user) && !adopted.has(user.id))
  const left = new Map([...leaving, ...released].map((user) => [user.id, user]))
  const leavers = [...left.values()].map((user): RosterRowChange => {
    const before = rowOf(user)
    return {
      id: user.id,
      name: nameOf(user),
      before,
      after: { ...before, email: released.includes(user) ? null : user.email, enabled: false },
    }
  })
  const changed = [...leavers, ...changes].filter(
    ({ before, after }) => JSON.stringify(before) !== JSON.stringify(after),
  )
  plan.same = changes.length - changed.filter((each) => !left.has(each.id)).length
  plan.steps = [...pieces(inTurn(changed))].map((piece) => ({ part: 'teachers', changes: piece }))
  return plan
}

/** Where one step does not hold all changes, addresses are given up first, so that none is had twice in between. */
function inTurn(changes: readonly RosterRowChange[]): RosterRowChange[] {
  if (changes.length <= ROWS_AT_ONCE) return [...changes]
  const without = new Map(
    changes.flatMap((each) =>
      each.before && each.before.email !== each.after?.email
        ? [[each.id, { ...each.before, email: null }] as const]
        : [],
    ),
  )
  const givenUp = [...without].map(([id, after]) => {
    const { name, before } = changes.find((each) => each.id === id)!
    return { id, name, before, after }
  })
  return [...givenUp, ...changes.map((each) => ({ ...each, before: without.get(each.id) ?? each.before }))]
}

/** The district's own people; those of a person's own files are nobody else's business. */
const isOfDistrict = (user: User) => user.sourcedId !== null && !isOwnSpace(user.sourcedId)

const rowOf = ({ id, sourcedId, role, email, givenName, familyName, enabled }: User) => ({
  id,
  sourcedId,
  role,
  email,
  givenName,
  familyName,
  enabled,
})

async function usersFor(db: Db, teachers: readonly Person[], gone: ReadonlySet<string>, rest: Rest): Promise<User[]> {
  const found = new Map<string, User>()
  const desired = [...teachers.map((each) => each.id), ...gone]
  for await (const piece of inTurns(desired, rest))
    for (const user of await db.select().from(users).where(inArray(users.sourcedId, piece))) found.set(user.id, user)
  const addresses = teachers.flatMap((each) => each.email?.toLowerCase() ?? [])
  for await (const piece of inTurns(addresses, rest))
    for (const user of await db.select().from(users).where(inArray(users.email, piece))) found.set(user.id, user)
  return [...found.values()]
}

/**
 * People with their role: those of whom a file does not say it have the one that they have here.
 *
 * @param unknown hears the name of each who has none
 */
export async function withRoles(
  db: Db,
  people: readonly Person[],
  rest: Rest,
  unknown: (name: string) => void,
): Promise<Person[]> {
  const open = people.filter((each) => each.role === null).map((each) => each.id)
  const roles = new Map<string, 'teacher' | 'student'>()
  for await (const piece of inTurns(open, rest)) {
    for (const row of await db.select().from(users).where(inArray(users.sourcedId, piece)))
      roles.set(row.sourcedId!, 'teacher')
    for (const row of await db.select().from(students).where(inArray(students.sourcedId, piece)))
      roles.set(row.sourcedId!, 'student')
  }
  return people.flatMap((each) => {
    const role = each.role ?? roles.get(each.id)
    if (role) return { ...each, role }
    unknown(nameOf(each))
    return []
  })
}
