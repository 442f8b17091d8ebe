import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Act } from '#core/acts/act'

/** An act that the server does not have yet. */
export interface PendingAct {
  /** Given by the browser's database: the order in which the acts were made. */
  order?: number
  personId: string
  sectionId: string
  act: Act
}

interface Schema extends DBSchema {
  pending: { key: number; value: PendingAct; indexes: { person: string } }
}

let opened: Promise<IDBPDatabase<Schema>> | undefined

function database(): Promise<IDBPDatabase<Schema>> {
  return (opened ??= openDB<Schema>('yukata', 1, {
    upgrade(db) {
      db.createObjectStore('pending', { keyPath: 'order', autoIncrement: true }).createIndex('person', 'personId')
    },
  }))
}

/** Keeps an act on this machine. It is there once the promise is done. */
export async function keep(pending: PendingAct): Promise<void> {
  // `strict` asks for the disk, not only for the operating system's promise.
  const transaction = (await database()).transaction('pending', 'readwrite', { durability: 'strict' })
  await transaction.store.add(pending)
  await transaction.done
}

/** The acts of a person that wait, oldest first. */
export async function waiting(personId: string): Promise<(PendingAct & { order: number })[]> {
  const all = await (await database()).getAllFromIndex('pending', 'person', personId)
  return (all as (PendingAct & { order: number })[]).sort((a, b) => a.order - b.order)
}

/** Forgets acts that the server has. */
export async function forget(orders: readonly number[]): Promise<void> {
  const transaction = (await database()).transaction('pending', 'readwrite')
  await Promise.all(orders.map((order) => transaction.store.delete(order)))
  await transaction.done
}
