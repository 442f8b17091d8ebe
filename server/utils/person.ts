import { formatISO } from 'date-fns'
import type { H3Event } from 'h3'
import { id as idSchema } from '../../core/fields'
import { classScope, userScope, districtScope, type Scope } from '../services/scopes'
import type { Person } from '../services/person'
import { Problem } from '../services/problem'
import type { RunKind } from '../../shared/runs'
import { seeSession, type SignedIn } from '../services/sessions'
import { teaches } from '../services/teaching'

/** Who asks, by a session that still stands. Looked up each time, so that somebody who is switched off is out at once. */
export async function findPerson(event: H3Event): Promise<SignedIn | null> {
  const { secure } = await getUserSession(event)
  return secure?.sessionId ? seeSession(await useDb(), secure.sessionId) : null
}

export async function requirePerson(event: H3Event): Promise<SignedIn> {
  const person = await findPerson(event)
  if (!person) throw new Problem(401, 'signed-out')
  return person
}

/** Acts are taken from whoever made them: what somebody else left in the same browser waits until they are back. */
export function requireMaker(person: Person, by: string | undefined): void {
  if (by !== undefined && by !== person.id) throw new Problem(401, 'signed-out')
}

/** An id in the address of a route; null where it is none. */
export function idParam(event: H3Event, name: string): string | null {
  const parsed = idSchema.safeParse(getRouterParam(event, name))
  return parsed.success ? parsed.data : null
}

/** The class that a route is about, once it is sure that the person who asks teaches it. */
export async function requireClass(event: H3Event): Promise<{ person: SignedIn; sectionId: string }> {
  const person = await requirePerson(event)
  const sectionId = idParam(event, 'id')
  if (sectionId === null) throw notYours()
  await requireTeaching(person, sectionId)
  return { person, sectionId }
}

const notYours = () => new Problem(403, 'not-your-class')

export async function requireTeaching(person: Person, sectionId: string): Promise<void> {
  if (!(await teaches(await useDb(), person.id, sectionId))) throw notYours()
}

/** The person who asks, once it is sure that they are of the district's office. */
export async function requireRegistrar(event: H3Event): Promise<SignedIn> {
  const person = await requirePerson(event)
  if (person.role !== 'registrar') throw new Problem(403, 'not-the-office')
  return person
}

/** Where an act belongs, once it is sure that the person may act there: their desk, a class of theirs, or the district. */
export async function requireScope(person: Person, scope: string): Promise<Scope> {
  if (scope === 'user') return userScope(person.id)
  if (scope === 'district') {
    if (person.role === 'registrar') return districtScope
    throw new Problem(403, 'not-the-office')
  }
  await requireTeaching(person, scope)
  return classScope(scope)
}

/** The school's today: fixed for demonstrations, else the calendar's. */
export const schoolToday = (): string => useRuntimeConfig().today || formatISO(new Date(), { representation: 'date' })

/** A run to be looked at: the office sees those that send a class to the district. */
export async function requireRunToRead<
  R extends { userId: string; sectionId: string | null; kind: RunKind; isNightly: boolean },
>(person: Person, run: R): Promise<R> {
  return person.role === 'registrar' && run.kind === 'push' ? run : requireRun(person, run)
}

/** A run, once it is sure that it is the person's own, of a class of theirs, or the night's for any of the office. */
export async function requireRun<R extends { userId: string; sectionId: string | null; isNightly: boolean }>(
  person: Person,
  run: R,
): Promise<R> {
  if (run.sectionId !== null) await requireTeaching(person, run.sectionId)
  else if (run.userId !== person.id && !(run.isNightly && person.role === 'registrar'))
    throw new Problem(403, 'not-your-run')
  return run
}

/** The id of the print that a route is about. */
export function printParam(event: H3Event): string {
  const id = idParam(event, 'print')
  if (id === null) throw new Problem(404, 'no-print')
  return id
}

/** The id of the run that a route is about. */
export function runParam(event: H3Event): string {
  const id = idParam(event, 'run')
  if (id === null) throw new Problem(404, 'no-run')
  return id
}

/** The id of the connection that a route is about. */
export function connectionParam(event: H3Event): string {
  const id = idParam(event, 'connection')
  if (id === null) throw new Problem(404, 'no-connection')
  return id
}
