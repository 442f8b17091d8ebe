import { shallowRef, type Ref } from 'vue'
import type { Message } from '#core/message'
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction, type StoreNames } from 'idb'
import type { Act, Change } from '#core/acts/act'
import type { Kind } from '#core/kinds'
import type { Rejection } from '#shared/problem'

/** An act that the server does not have yet. */
export interface PendingAct {
  /** Given by the browser's database: the order in which the acts were made. */
  order: number
  personId: string
  sectionId: string
  act: Act
}

/** An act that the server has taken since the class was kept: what was made of it, and its place in the order. */
export interface AnsweredAct {
  personId: string
  sectionId: string
  seq: number
  changes: Change[]
}

/** A score that came too late: somebody else's stands, and mine waits for a decision. */
export interface Conflict {
  personId: string
  sectionId: string
  kind: Kind
  id: string
  mine: Record<string, unknown>
}

/** What was done here and not taken there: it is put aside until somebody decides. */
export interface PutAside {
  at: number
  number?: number
  personId: string
  sectionId: string
  act: Act
  /** The changes that were not made. */
  changes: Change[]
  /** `words` is what an earlier release kept in its place. */
  why: { code: 'conflict' | 'refused' | Rejection; reason?: Message; words?: string }
}

/** Something that is kept to be read without the network. */
interface Kept {
  personId: string
  name: string
  value: unknown
  at: number
}

export interface Schema extends DBSchema {
  pending: { key: number; value: PendingAct; indexes: { person: string; act: string } }
  answered: { key: [string, string, number]; value: AnsweredAct; indexes: { person: string } }
  conflicts: { key: [string, string, string, string]; value: Conflict; indexes: { person: string } }
  aside: { key: number; value: PutAside; indexes: { person: string } }
  kept: { key: [string, string]; value: Kept; indexes: { person: string } }
}

/** Whether this browser keeps anything; `refused` and `full` are said at once, and acts are then sent from the page. */
export type Storage = 'keeps' | 'refused' | 'full'

/** A database that has not answered by then does not. */
const PATIENCE_MS = 4000

let opened: Promise<IDBPDatabase<Schema>> | undefined
const state = shallowRef<Storage>('keeps')
/** What the browser's storage does. */
export const storage: Readonly<Ref<Storage>> = state

function open(): Promise<IDBPDatabase<Schema>> {
  return (opened ??= openDB<Schema>('yukata', 2, {
    upgrade(db, before, _now, transaction) {
      const pending =
        before < 1
          ? db.createObjectStore('pending', { keyPath: 'order', autoIncrement: true })
          : transaction.objectStore('pending')
      if (before < 1) pending.createIndex('person', 'personId')
      pending.createIndex('act', 'act.id', { unique: true })
      db.createObjectStore('answered', { keyPath: ['personId', 'sectionId', 'seq'] }).createIndex('person', 'personId')
      db.createObjectStore('conflicts', { keyPath: ['personId', 'sectionId', 'kind', 'id'] }).createIndex(
        'person',
        'personId',
      )
      db.createObjectStore('aside', { keyPath: 'number', autoIncrement: true }).createIndex('person', 'personId')
      db.createObjectStore('kept', { keyPath: ['personId', 'name'] }).createIndex('person', 'personId')
    },
    // A tab of a newer version may go ahead; this one opens anew when it needs to.
    blocking: (_now, _then, event) => (event.target as IDBDatabase).close(),
    terminated: () => (opened = undefined),
  }))
}

/**
 * Has the database opened for who will soon ask it something.
 *
 * @throws when the browser refuses, at once or later, which who asks hears of too
 */
export async function openEarly(): Promise<void> {
  await open()
}

/** Something was written: there is room. */
export const wrote = (): void => void (state.value = 'keeps')

/** What is done within one transaction over some stores. */
type Work<Name extends StoreNames<Schema>, Mode extends IDBTransactionMode, T> = (
  transaction: IDBPTransaction<Schema, Name[], Mode>,
) => Promise<T>

/**
 * Reads from some stores of the browser's database.
 *
 * @throws when the browser refuses, is full, or does not answer; `storage` says which
 */
export const readFrom = <Name extends StoreNames<Schema>, T>(
  names: readonly Name[],
  work: Work<Name, 'readonly', T>,
): Promise<T> => withDatabase((db) => whole(db.transaction([...names]), work))

/**
 * Writes to some stores of the browser's database, all of it or nothing.
 *
 * @throws as `readFrom` does
 */
export const writeTo = <Name extends StoreNames<Schema>, T>(
  names: readonly Name[],
  work: Work<Name, 'readwrite', T>,
  options?: IDBTransactionOptions,
): Promise<T> => withDatabase((db) => whole(db.transaction([...names], 'readwrite', options), work))

/** A transaction that ends early (its page goes away) is told once, whichever step hears of it first. */
const whole = async <Name extends StoreNames<Schema>, Mode extends IDBTransactionMode, T>(
  transaction: IDBPTransaction<Schema, Name[], Mode>,
  work: Work<Name, Mode, T>,
): Promise<T> => (await Promise.all([work(transaction), transaction.done]))[0]

async function withDatabase<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('no answer')), PATIENCE_MS)
  })
  try {
    const done = await Promise.race([open().then(work), late])
    // A full one still reads: only a write shows that there is room again.
    if (state.value === 'refused') state.value = 'keeps'
    return done
  } catch (error) {
    const { name } = error as Error
    // The act is there already; that is no fault of the storage.
    if (name === 'ConstraintError') throw error
    if (name === 'InvalidStateError') opened = undefined
    state.value = name === 'QuotaExceededError' ? 'full' : 'refused'
    throw error
  } finally {
    clearTimeout(timer)
  }
}
