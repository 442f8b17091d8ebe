import { localKeys, removeLocal } from './local'
import { readFrom, writeTo, type AnsweredAct } from './database'

/** What was read last is kept on this machine for its person, to be read and typed in without the network. */
const CLASSES_KEPT = 8
const CLASS = 'class '

export const classKept = (sectionId: string) => CLASS + sectionId

/** Keeps something that was read; of classes, those opened last. */
export async function keepRead(personId: string, name: string, value: unknown): Promise<void> {
  await writeTo(['kept'], async (to) => {
    const store = to.objectStore('kept')
    await store.put({ personId, name, value, at: Date.now() })
    const classes = (await store.index('person').getAll(personId)).filter((kept) => kept.name.startsWith(CLASS))
    const old = classes.sort((a, b) => b.at - a.at).slice(CLASSES_KEPT)
    await Promise.all(old.map((kept) => store.delete([personId, kept.name])))
  }).catch(() => {})
}

/** What was kept, and since when; null where nothing is. */
export async function readKept(personId: string, name: string): Promise<{ value: unknown; at: number } | null> {
  return (await readFrom(['kept'], (from) => from.objectStore('kept').get([personId, name])).catch(() => null)) ?? null
}

/** What the server has taken of a class since it was last kept, in the order of taking. */
export async function answersKept(personId: string, sectionId: string): Promise<AnsweredAct[]> {
  const range = IDBKeyRange.bound([personId, sectionId, -Infinity], [personId, sectionId, Infinity])
  return readFrom(['answered'], (from) => from.objectStore('answered').getAll(range)).catch(() => [])
}

/** Forgets what the kept class has in it. */
export async function forgetAnswered(personId: string, sectionId: string, seq: number): Promise<void> {
  const range = IDBKeyRange.bound([personId, sectionId, -Infinity], [personId, sectionId, seq])
  await writeTo(['answered'], (to) => to.objectStore('answered').delete(range)).catch(() => {})
}

/** Takes everything of a person off this machine. What it cannot reach is nothing, for it could not be written either. */
export async function forgetPerson(personId: string): Promise<void> {
  const names = ['pending', 'answered', 'conflicts', 'aside', 'kept'] as const
  await writeTo(names, async (to) => {
    for (const name of names) {
      const store = to.objectStore(name)
      for (const key of await store.index('person').getAllKeys(personId)) await store.delete(key as never)
    }
    const kept = to.objectStore('kept')
    for (const key of await kept.index('person').getAllKeys('')) await kept.delete(key)
  }).catch(() => {})
  for (const key of [...localKeys('yukata-act '), ...localKeys('yukata-conflicts')]) removeLocal(key)
}
