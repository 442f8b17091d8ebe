import { randomUUID } from 'node:crypto'
import { asc, eq } from 'drizzle-orm'
import type { Connection, ConnectionRequest, Protocol } from '../../shared/connections'
import type { Db } from '../database/client'
import { connections } from '../database/schema'
import type { Partner } from '../partners/partner'
import { ClassroomPartner, type ClassroomApp } from '../partners/classroom'
import { Problem, problemOf } from './problem'
import { seal, unseal } from './sealing'

/** The connection that the settings of an installation name; it is changed there. */
const SET_UP = { sis: 'set-up', classroom: 'set-up-classroom' }

const isSetUp = (id: string) => Object.values(SET_UP).includes(id)

/** Where a system is and our key to it, as an installation's settings name it. */
export interface SetUp {
  url: string
  clientId: string
  clientSecret: string
  protocol?: Protocol
}

/** Writes down the connections that the settings name; one of before that they name no more is put away. */
export async function keepSetUp(db: Db, settings: Record<'sis' | 'classroom', SetUp>, password: string): Promise<void> {
  await keepOne(db, SET_UP.sis, "The district's system", { protocol: 'oneroster-1.2', ...settings.sis }, password)
  await keepOne(db, SET_UP.classroom, 'The classroom app', { ...settings.classroom, protocol: 'classroom' }, password)
}

async function keepOne(
  db: Db,
  id: string,
  name: string,
  { url, clientId, clientSecret, protocol }: Required<SetUp>,
  password: string,
): Promise<void> {
  if (!url) {
    await db.update(connections).set({ isOn: false }).where(eq(connections.id, id))
    return
  }
  const row = { protocol, url: url.replace(/\/+$/, ''), clientId, secret: seal(clientSecret, password), isOn: true }
  await db
    .insert(connections)
    .values({ id, name, createdAt: new Date(), ...row })
    .onConflictDoUpdate({ target: connections.id, set: row })
}

/** All connections, without their secrets: the one that is asked first comes first. */
export async function listConnections(db: Db): Promise<Connection[]> {
  const rows = await db.select().from(connections).orderBy(asc(connections.createdAt), asc(connections.id))
  return rows.map(({ secret: _, createdAt: __, ...row }) => ({ ...row, isSetUp: isSetUp(row.id) }))
}

/** Adds a connection. @throws Problem `secret-missing` without its key */
export async function addConnection(db: Db, request: ConnectionRequest, password: string): Promise<string> {
  const { clientSecret, ...rest } = request
  if (clientSecret === undefined) throw new Problem(422, 'secret-missing')
  const id = randomUUID()
  await db.insert(connections).values({ id, ...rest, secret: seal(clientSecret, password), createdAt: new Date() })
  return id
}

/**
 * Changes a connection; a key that is not given stays. One that goes to another place needs its key again, so that nobody
 * sends a key that they do not know somewhere else.
 *
 * @throws Problem `no-connection`, `connection-set-up`, `secret-missing`
 */
export async function changeConnection(
  db: Db,
  id: string,
  { clientSecret, ...rest }: ConnectionRequest,
  password: string,
): Promise<void> {
  const present = await find(db, id)
  if (isSetUp(id)) throw new Problem(409, 'connection-set-up')
  const isElsewhere = new URL(present.url).origin !== new URL(rest.url).origin
  if (isElsewhere && clientSecret === undefined) throw new Problem(422, 'secret-missing')
  await db
    .update(connections)
    .set({ ...rest, fault: null, ...(clientSecret === undefined ? {} : { secret: seal(clientSecret, password) }) })
    .where(eq(connections.id, id))
}

/** Takes a connection away; what was exchanged by it stays. */
export async function removeConnection(db: Db, id: string): Promise<void> {
  await find(db, id)
  if (isSetUp(id)) throw new Problem(409, 'connection-set-up')
  await db.delete(connections).where(eq(connections.id, id))
}

type Row = typeof connections.$inferSelect

async function find(db: Db, id: string): Promise<Row> {
  const [row] = await db.select().from(connections).where(eq(connections.id, id))
  if (!row) throw new Problem(404, 'no-connection')
  return row
}

/** A system and the connection by which it is reached. */
export interface Reached<P = Partner> {
  connectionId: string
  partner: P
}

/**
 * Systems by the connection that they come from: one for each process, so that its token and its rest after failures are
 * shared by all who ask.
 */
const known = new Map<string, { key: string; partner: ClassroomPartner }>()

function systemOf(row: Row, password: string): ClassroomPartner {
  const key = [row.protocol, row.name, row.url, row.clientId, row.secret].join('\n')
  const found = known.get(row.id)
  if (found?.key === key) return found.partner
  const clientSecret = unseal(row.secret, password)
  if (clientSecret === null) throw new Problem(503, 'secret-sealed')
  const { name, url, clientId } = row
  const address = { name, url, clientId, clientSecret }
  const partner = new ClassroomPartner(address, row.protocol === 'oneroster-1.1' ? '1.1' : '1.2')
  known.set(row.id, { key, partner })
  return partner
}

async function reachOne(
  db: Db,
  password: string,
  isApp: boolean,
  id: string | null,
): Promise<Reached<ClassroomPartner>> {
  const rows = await db.select().from(connections).orderBy(asc(connections.createdAt), asc(connections.id))
  const ofKind = rows.filter((each) => (each.protocol === 'classroom') === isApp)
  const row = ofKind.find((each) => (id ? each.id === id : each.isOn))
  if (!row && id) throw new Problem(404, 'no-connection')
  if (!row) throw new Problem(503, isApp ? 'no-app' : 'no-partner')
  return { connectionId: row.id, partner: systemOf(row, password) }
}

/**
 * A district's system: the one of that connection, else the first that is on.
 *
 * @throws Problem `no-partner` where none is
 */
export const reach = (db: Db, password: string, connectionId: string | null = null): Promise<Reached> =>
  reachOne(db, password, false, connectionId)

/** The classroom app, in the same way. @throws Problem `no-app` where none is */
export const reachApp = (
  db: Db,
  password: string,
  connectionId: string | null = null,
): Promise<Reached<ClassroomApp>> => reachOne(db, password, true, connectionId)

/** Whatever system a connection leads to, to be tried out. @throws Problem `no-connection` */
export async function reachToTry(db: Db, password: string, id: string): Promise<Reached<Pick<Partner, 'tryOut'>>> {
  return { connectionId: id, partner: systemOf(await find(db, id), password) }
}

/** Does something with a system, and writes down that it worked, or why it did not. */
export async function noting<T>(
  db: Db,
  { connectionId }: { connectionId: string },
  work: () => Promise<T>,
): Promise<T> {
  const note = (set: Partial<Row>) => db.update(connections).set(set).where(eq(connections.id, connectionId))
  try {
    const done = await work()
    await note({ workedAt: new Date(), fault: null })
    return done
  } catch (error) {
    if (error instanceof Problem && error.code.startsWith('partner-'))
      await note({ failedAt: new Date(), fault: problemOf(error) })
    throw error
  }
}
