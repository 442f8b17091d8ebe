import { eq } from 'drizzle-orm'
import { formatISO } from 'date-fns'
import type { H3Event } from 'h3'
import { users } from '../database/schema'
import type { Person } from '../services/exchange'
import { Problem } from '../services/problem'
import { classHome, deskHome, districtHome, type Home } from '../services/homes'
import { teaches } from '../services/roster'

type NamedPerson = Person & { name: string }

/** Who asks. Looked up each time, so that someone who is taken from the records is out at once. */
export async function findPerson(event: H3Event): Promise<NamedPerson | null> {
  const { user } = await getUserSession(event)
  const [found] = user ? await (await useDb()).select().from(users).where(eq(users.id, user.id)) : []
  return found
    ? {
        id: found.id,
        role: found.role,
        sourcedId: found.sourcedId,
        name: [found.givenName, found.familyName].filter(Boolean).join(' '),
      }
    : null
}

export async function requirePerson(event: H3Event): Promise<NamedPerson> {
  const person = await findPerson(event)
  if (!person)
    throw new Problem(401, 'signed-out', 'You are signed out. Sign in again; what you typed is kept on this machine.')
  return person
}

/** The class that a route is about, once it is sure that the person who asks teaches it. */
export async function requireClass(event: H3Event): Promise<{ person: Person; sectionId: string }> {
  const person = await requirePerson(event)
  const sectionId = getRouterParam(event, 'id') ?? ''
  await requireTeaching(person, sectionId)
  return { person, sectionId }
}

export async function requireTeaching(person: Person, sectionId: string): Promise<void> {
  if (!(await teaches(await useDb(), person.id, sectionId)))
    throw new Problem(403, 'not-your-class', 'This class is not one of yours.')
}

/** The person who asks, once it is sure that they are of the district's office. */
export async function requireRegistrar(event: H3Event): Promise<NamedPerson> {
  const person = await requirePerson(event)
  if (person.role !== 'registrar')
    throw new Problem(403, 'not-the-office', 'Only the district office can see and change this.')
  return person
}

/** Where an act belongs, once it is sure that the person may act there: their desk, a class of theirs, or the district. */
export async function requireHome(person: Person, home: string): Promise<Home> {
  if (home === 'desk') return deskHome(person.id)
  if (home === 'district') {
    if (person.role === 'registrar') return districtHome
    throw new Problem(403, 'not-the-office', 'Only the district office can change this.')
  }
  await requireTeaching(person, home)
  return classHome(home)
}

/** The school's today: fixed for demonstrations, else the calendar's. */
export const schoolToday = (): string => useRuntimeConfig().today || formatISO(new Date(), { representation: 'date' })

/** A run, once it is sure that it is the person's own or of a class of theirs. */
export async function requireRun<R extends { userId: string; sectionId: string | null }>(
  person: Person,
  run: R,
): Promise<R> {
  if (run.sectionId !== null) await requireTeaching(person, run.sectionId)
  else if (run.userId !== person.id) throw new Problem(403, 'not-your-run', 'This run is not one of yours.')
  return run
}
