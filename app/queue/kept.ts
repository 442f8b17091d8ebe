import { localKeys, removeLocal } from './local'
import { withDatabase, type AnsweredAct } from './database'

/** What was read last is kept on this machine for its person, to be read and typed in without the network. */
const CLASSES_KEPT = 8
const CLASS = 'class '

export const classKept = (sectionId: string) => CLASS + sectionId

/** Keeps something that was read; of classes, those opened last. */
export async function keepRead(personId: string, name: string, value: unknown): Promise<void> {
  await withDatabase(async (db) => {
    const transaction = db.transaction('kept', 'readwrite')
    await transaction.store.put({ personId, name, value, at: Date.now() })
    const classes = (await transaction.store.index('person').getAll(personId)).filter((each) =>
      each.name.startsWith(CLASS),
    )
    const old = classes.sort((a, b) => b.at - a.at).slice(CLASSES_KEPT)
    for (const each of old) void transaction.store.delete([personId, each.name])
    await transaction.done
  }).catch(() => {})
}

/** What was kept, and since when; null where nothing is. */
export async function readKept(personId: string, name: string): Promise<{ value: unknown; at: number } | null> {
  return (await withDatabase((db) => db.get('kept', [personId, name])).catch(() => null)) ?? null
}

/** What the server has taken of a class since it was kept, in the order of taking. */
export async function answeredSince(personId: string, sectionId: string, seq: number): Promise<AnsweredAct[]> {
  const range = IDBKeyRange.bound([personId, sectionId, seq], [personId, sectionId, Infinity], true)
  return withDatabase((db) => db.getAll('answered', range)).catch(() => [])
}

/** Forgets what the kept class has in it. */
export async function forgetAnswered(personId: string, sectionId: string, seq: number): Promise<void> {
  const range = IDBKeyRange.bound([personId, sectionId, -Infinity], [personId, sectionId, seq])
  await withDatabase((db) => db.delete('answered', range)).catch(() => {})
}

/** Takes everything of a person off this machine. What it cannot reach is nothing, for it could not be written either. */
export async function forgetPerson(personId: string): Promise<void> {
  await withDatabase(async (db) => {
    const names = ['pending', 'answered', 'conflicts', 'aside', 'kept'] as const
    const transaction = db.transaction(names, 'readwrite')
    for (const name of names) {
      const store = transaction.objectStore(name)
      for (const key of await store.index('person').getAllKeys(personId)) await store.delete(key as never)
    }
    for (const key of await transaction.objectStore('kept').index('person').getAllKeys(''))
      await transaction.objectStore('kept').delete(key)
    await transaction.done
  }).catch(() => {})
  for (const key of [...localKeys('yukata-act '), ...localKeys('yukata-conflicts')]) removeLocal(key)
}
