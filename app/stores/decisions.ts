import type { Kind } from '#core/kinds'
import { readFrom, writeTo, type Conflict, type PutAside } from '~/queue/database'
import { readLocal, removeLocal } from '~/queue/local'
import type { Leftovers } from '~/queue/pending'
import { onTabMessage, tellTabs } from '~/queue/tabs'
import { usePerson } from '~/stores/person'

/**
 * What waits for a decision of this person on this machine: scores that came too late (in their cells), and what was not
 * taken (in a list that opens from the status line). It is kept with the queue, for all classes and all tabs, until it is
 * decided.
 */
export const useDecisions = defineStore('decisions', () => {
  const person = usePerson()
  const conflicts = shallowRef<Conflict[]>([])
  const aside = shallowRef<PutAside[]>([])
  let read = ''

  /** Reads what waits from the browser's database. Without one, what this page knows of stands. */
  async function load(): Promise<void> {
    const personId = person.actor
    if (!personId) return
    await moveOld(personId)
    await readFrom(['conflicts', 'aside'], async (from) => {
      const [found, put] = await Promise.all([
        from.objectStore('conflicts').index('person').getAll(personId),
        from.objectStore('aside').index('person').getAll(personId),
      ])
      conflicts.value = found
      aside.value = put
      read = personId
    }).catch(() => {})
  }

  /** What an answer left to decide; it is in the browser's database already. */
  function take({ conflicts: late, aside: put }: Leftovers): void {
    if (late.length === 0 && put.length === 0) return
    const keys = new Set(late.map(keyOf))
    conflicts.value = [...conflicts.value.filter((each) => !keys.has(keyOf(each))), ...late]
    aside.value = [...aside.value, ...put]
    // With their numbers, so that they can be taken out again.
    void load().then(() => tellTabs({ what: 'decisions' }))
  }

  const byKey = computed(() => new Map(conflicts.value.map((each) => [keyOf(each), each])))
  const find = (sectionId: string, kind: Kind, id: string) =>
    byKey.value.get(keyOf({ personId: person.actor, sectionId, kind, id }))

  /** Ends a conflict, however it was decided. */
  function end(sectionId: string, kind: Kind, id: string): void {
    const found = find(sectionId, kind, id)
    if (!found) return
    conflicts.value = conflicts.value.filter((each) => each !== found)
    void writeTo(['conflicts'], (to) => to.objectStore('conflicts').delete([found.personId, sectionId, kind, id]))
      .catch(() => {})
      .then(() => tellTabs({ what: 'decisions' }))
  }

  /** Takes something out of the list, done again or dropped. */
  function putBack(done: PutAside): void {
    aside.value = aside.value.filter((other) => other !== done)
    if (done.number === undefined) return
    void writeTo(['aside'], (to) => to.objectStore('aside').delete(done.number!))
      .catch(() => {})
      .then(() => tellTabs({ what: 'decisions' }))
  }

  /** How many things of a class wait for a decision. */
  const countOf = computed(() => {
    const counts = new Map<string, number>()
    for (const { sectionId } of [...conflicts.value, ...aside.value])
      counts.set(sectionId, (counts.get(sectionId) ?? 0) + 1)
    return counts
  })

  onTabMessage((message) => message.what === 'decisions' && void load())
  watch(
    () => person.actor,
    (actor) => actor && actor !== read && void load(),
    { immediate: true },
  )

  return { conflicts, aside, countOf, load, take, find, end, putBack }
})

const keyOf = ({ personId, sectionId, kind, id }: Omit<Conflict, 'mine'>) => `${personId} ${sectionId} ${kind} ${id}`

/** Where conflicts were kept before they went with the queue. */
const OLD = 'yukata-conflicts'

async function moveOld(personId: string): Promise<void> {
  try {
    const old = JSON.parse(readLocal(OLD) ?? 'null') as Record<string, Omit<Conflict, 'personId'>[]> | null
    if (!old) return
    const mine = Object.entries(old).flatMap(([place, list]) => {
      const [owner, sectionId] = place.split('/')
      return owner === personId && sectionId
        ? list.map(({ kind, id, mine }) => ({ personId, sectionId, kind, id, mine }))
        : []
    })
    await writeTo(['conflicts'], (to) => Promise.all(mine.map((found) => to.objectStore('conflicts').put(found))))
    removeLocal(OLD)
  } catch {
    // Stays where it is.
  }
}
