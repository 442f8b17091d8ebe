import type { ClassroomApp } from '../partners/classroom'
import { reach, reachApp, reachToTry, type Reached } from '../services/connections'
import type { Db } from '../database/client'

/** What seals the keys of connections. */
export const sealingPassword = (): string => useRuntimeConfig().session.password

/** The district's system: by a connection, else the one that is asked first. */
export const reachSis = (db: Db, connectionId?: string | null): Promise<Reached> =>
  reach(db, sealingPassword(), connectionId)

/** The classroom app, in the same way. */
export const reachClassroom = (db: Db, connectionId?: string | null): Promise<Reached<ClassroomApp>> =>
  reachApp(db, sealingPassword(), connectionId)

/** Whatever system a connection leads to. */
export const reachAny = (db: Db, connectionId: string) => reachToTry(db, sealingPassword(), connectionId)
