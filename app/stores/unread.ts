import type { MessageOf } from '#core/message'
import type { Kind } from '#core/kinds'
import { rememberHalfTyped, takeHalfTyped } from '~/queue/half-typed'
import { keepRead, readKept } from '~/queue/kept'
import { onTabMessage, tellTabs } from '~/queue/tabs'
import { usePerson } from '~/stores/person'

/** What was typed in a cell and cannot be read: it stays there, marked, until it is typed anew or cleared. */
export interface Unread {
  sectionId: string
  kind: Kind
  id: string
  text: string
  reason: MessageOf<'entry' | 'field'>
  /** When it was typed, by this machine's clock; missing where an earlier release kept it. */
  at?: string
}

const KEPT = 'unread entries'

/**
 * Entries of this person on this machine that could not be read. Typing goes on after one, so that a stack of paper is
 * never typed into one cell; it is kept with what waits for the network, and goes with it at sign-out.
 */
export const useUnread = defineStore('unread', () => {
  const person = usePerson()
  const entries = shallowRef<Unread[]>([])
  const byKey = computed(() => new Map(entries.value.map((each) => [keyOf(each), each])))

  const find = (sectionId: string, kind: Kind, id: string) => byKey.value.get(keyOf({ sectionId, kind, id }))
  const of = (sectionId: string) => entries.value.filter((each) => each.sectionId === sectionId)

  /** Keys of the entries typed in this tab since its page started, the newest last. */
  let typedHere: string[] = []
  function put(entry: Unread): void {
    const key = keyOf(entry)
    typedHere = [...typedHere.filter((each) => each !== key), key]
    set([...entries.value.filter((each) => keyOf(each) !== key), { ...entry, at: new Date().toISOString() }])
  }
  /** Returns the newest entry typed here in one of these classes that is still unread. */
  function newest(sectionIds: ReadonlySet<string>): (Unread & { at: string }) | null {
    const key = typedHere.findLast((each) => sectionIds.has(byKey.value.get(each)?.sectionId ?? ''))
    const found = key === undefined ? undefined : byKey.value.get(key)
    return found?.at === undefined ? null : { ...found, at: found.at }
  }
  /** Ends one, however: typed anew, changed by another hand, or cleared. */
  function end(sectionId: string, kind: Kind, id: string): void {
    const found = find(sectionId, kind, id)
    if (found) set(entries.value.filter((each) => each !== found))
  }

  /** Forgets those of a class whose cell is there no more. */
  function keepOnly(sectionId: string, isThere: (id: string) => boolean): void {
    const left = entries.value.filter((each) => each.sectionId !== sectionId || isThere(each.id))
    if (left.length < entries.value.length) set(left)
  }

  function set(next: Unread[]): void {
    entries.value = next
    if (person.actor) void keepRead(person.actor, KEPT, next).then(() => tellTabs({ what: 'unread' }))
  }

  async function load(): Promise<void> {
    const { actor } = person
    const kept = actor ? ((await readKept(actor, KEPT))?.value as Unread[] | undefined) : undefined
    entries.value = (kept ?? []).map(current)
  }

  /** Read before anything can be typed here: later, the same place holds what is being typed. */
  let crashed = takeHalfTyped()
  /** Offers what this tab was typing when it crashed, again in its cell. */
  function offerHalfTyped(): void {
    if (!crashed || !person.actor) return
    const { personId, sectionId, kind, id, text } = crashed
    crashed = null
    if (personId === person.actor)
      put({ sectionId, kind: kind as Kind, id, text, reason: { code: 'entry.half-typed', typed: text } })
  }

  /** Remembers on this machine what is being typed in a cell; null forgets it. */
  const remember = (entry: Omit<Unread, 'reason'> | null) =>
    rememberHalfTyped(entry && { personId: person.actor, ...entry })
  // All tabs show the same, so that none keeps its own list over another's.
  onTabMessage((message) => message.what === 'unread' && void load())
  watch(
    () => person.actor,
    () => load().then(offerHalfTyped),
    { immediate: true },
  )

  return { entries, find, of, put, newest, end, keepOnly, remember }
})

/** An earlier release kept the reason as a sentence. */
const current = (entry: Unread): Unread =>
  typeof entry.reason === 'string' ? { ...entry, reason: { code: 'entry.unreadable', typed: entry.text } } : entry

const keyOf = ({ sectionId, kind, id }: Pick<Unread, 'sectionId' | 'kind' | 'id'>) => `${sectionId} ${kind} ${id}`
