import type { Act, Change } from '#core/acts/act'
import type { Outcome } from '#core/acts/apply'
import { dependsOn } from '#core/acts/depends'
import type { ActResult } from '#shared/class'
import { idsAhead, leftAhead, writeAhead } from '~/queue/ahead'
import { storage, type PendingAct } from '~/queue/database'
import { meaningOf } from '~/queue/meaning'
import { drop, hasUnkept, keep, settle, unsentOf, waiting, type Answer } from '~/queue/pending'
import { postActs, postLast } from '~/queue/post'
import { onTabMessage, tellTabs, type Receipt, type Trouble } from '~/queue/tabs'
import { useDecisions } from './decisions'
import { usePerson } from '~/stores/person'

type Listener = (answered: Receipt) => void

const AT_ONCE = { acts: 50, characters: 500_000 }
const SOONEST_MS = 500
const LATEST_MS = 15_000
/** After so many tries an act is said to be stuck. It is tried on. */
const STUCK_TRIES = 3
const STUCK_LATEST_MS = 60_000

/**
 * Carries acts to the server: each is written down on this machine first, sent in order, and forgotten when the server has
 * answered for it. Two tabs take turns; sending twice is harmless, because an act carries its own id. Nothing that goes
 * wrong on the way ends the sending.
 */
export const useSaving = defineStore('saving', () => {
  const person = usePerson()
  const decisions = useDecisions()
  const router = useRouter()
  /** Acts made in this tab, in another or left from before, which the server does not have. */
  const count = ref(0)
  /** Whose acts were counted: before, nobody can say that everything is saved. */
  const countedFor = ref('')
  const trouble = ref<Trouble | 'none'>('none')
  /** Acts on which the server stumbles again and again, by id: how often, and when they are tried next. */
  const stumbles = shallowReactive(new Map<string, { tries: number; next: number }>())
  const stuck = computed(() => [...stumbles].flatMap(([id, { tries }]) => (tries >= STUCK_TRIES ? id : [])))
  /** Made in this page and not answered: what a page that goes away still tries to send. */
  const underWay = new Map<string, { sectionId: string; act: Act }>()
  /** Those of them that the browser's database has not answered for. */
  const beingKept = new Set<string>()
  const listeners = new Set<Listener>()
  let sending = false
  let asked = false
  let pause = SOONEST_MS
  let timer: ReturnType<typeof setTimeout> | undefined
  let fewer = false

  const unreachable = computed(() => trouble.value !== 'none')
  const words = computed(() => {
    if (countedFor.value !== person.actor) return 'Looking for what is not sent'
    if (count.value === 0) return 'Saved'
    if (storage.value !== 'keeps')
      return unreachable.value ? 'Only in this page, waiting for the network: leave it open' : 'Saving'
    if (trouble.value === 'network') return 'Kept on this machine, waiting for the network'
    return trouble.value === 'server' ? 'Kept on this machine, waiting for the server' : 'Saving'
  })

  /** Takes up an act: it is written down when this returns, before anything shows it. */
  function save(sectionId: string, act: Act): void {
    const personId = person.actor
    writeAhead(personId, sectionId, act)
    underWay.set(act.id, { sectionId, act })
    beingKept.add(act.id)
    count.value++
    void keep({ personId, sectionId, act })
      .finally(() => beingKept.delete(act.id))
      .then(() => {
        tellTabs({ what: 'waits', personId, why: null })
        return send()
      })
  }

  /** Counts what waits on this machine, whichever tab made it. */
  async function recount(): Promise<number> {
    const { actor } = person
    countOf(actor, await waiting(actor))
    return count.value
  }
  function countOf(actor: string, kept: readonly PendingAct[]): void {
    count.value = new Set([...kept.map(({ act }) => act.id), ...idsAhead(actor), ...beingKept]).size
    countedFor.value = actor
  }

  /** Sends whatever waits, until nothing does or it cannot go on. */
  async function send(): Promise<void> {
    asked = true
    if (sending || !person.person) return
    sending = true
    clearTimeout(timer)
    timer = undefined
    try {
      // Another tab may take its time, and what waits is known before.
      if (countedFor.value !== person.actor) await recount()
      while (asked) {
        asked = false
        await inTurn(async () => {
          await adopt()
          while (await sendSome()) pause = SOONEST_MS
        })
      }
    } catch {
      // Whatever it was, what waits still waits.
      later('server', null)
    } finally {
      sending = false
    }
  }

  /** One tab at a time, where the browser can tell tabs apart. */
  const inTurn = (work: () => Promise<void>): Promise<void> =>
    'locks' in navigator ? navigator.locks.request('yukata-sending', work) : work()

  /** What a page wrote ahead and did not come to keep joins the queue; it may have gone while this one was open. */
  async function adopt(): Promise<void> {
    for (const { sectionId, act } of leftAhead(person.actor))
      if (!underWay.has(act.id)) await keep({ personId: person.actor, sectionId, act })
  }

  function later(why: Trouble, afterMs: number | null): void {
    trouble.value = why
    tellTabs({ what: 'waits', personId: person.actor, why })
    sendIn(afterMs ?? pause * (0.75 + Math.random() / 2))
    pause = Math.min(pause * 2, LATEST_MS)
  }
  function sendIn(ms: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => {
      timer = undefined
      void send()
    }, ms)
  }

  async function askSignIn(): Promise<void> {
    person.forget()
    await router.push({ path: '/sign-in', query: { then: router.currentRoute.value.fullPath } })
  }

  /** Sends the oldest acts of one class that can go. Answers whether there may be more. */
  async function sendSome(): Promise<boolean> {
    const { actor } = person
    const all = await waiting(actor)
    countOf(actor, all)
    const batch = nextBatch(all)
    if (batch.length === 0) {
      trouble.value = 'none'
      const soonest = Math.min(...[...stumbles.values()].map((each) => each.next))
      if (all.length && Number.isFinite(soonest)) later('server', Math.max(soonest - Date.now(), SOONEST_MS))
      return false
    }
    const acts = batch.map((each) => each.act)
    const reply = await postActs(batch[0]!.sectionId, acts, actor)
    const meaning = meaningOf(
      reply,
      acts.map(({ id }) => id),
    )
    if (meaning.means === 'sign in') return (await askSignIn(), false)
    if (meaning.means === 'again') return (later(reply === null ? 'network' : 'server', meaning.afterMs), false)
    fewer = meaning.means === 'fewer'
    if (meaning.means === 'results') await receive(batch, meaning.results)
    trouble.value = 'none'
    return true
  }

  /** The next acts of one class that go together: in order, without those that wait for a while and what rests on them. */
  function nextBatch(all: readonly PendingAct[]): PendingAct[] {
    const known = new Set(all.map(({ act }) => act.id))
    for (const id of stumbles.keys()) if (!known.has(id)) stumbles.delete(id)
    const held = new Map<string, Act[]>()
    const batch: PendingAct[] = []
    let characters = 0
    for (const each of all) {
      const ofClass = held.get(each.sectionId) ?? []
      if ((stumbles.get(each.act.id)?.next ?? 0) > Date.now() || dependsOn(ofClass, each.act)) {
        held.set(each.sectionId, [...ofClass, each.act])
        continue
      }
      if (batch.length && each.sectionId !== batch[0]!.sectionId) continue
      characters += JSON.stringify(each.act).length
      if (batch.length && (fewer || batch.length >= AT_ONCE.acts || characters > AT_ONCE.characters)) break
      batch.push(each)
    }
    return batch
  }

  /** Keeps what the server said of each act, and tells whoever shows it. */
  async function receive(batch: readonly PendingAct[], results: readonly ActResult[]): Promise<void> {
    const answers: Answer[] = []
    for (const [at, result] of results.entries()) {
      if ('later' in result) {
        const tries = (stumbles.get(result.id)?.tries ?? 0) + 1
        stumbles.set(result.id, { tries, next: Date.now() + Math.min(SOONEST_MS * 2 ** tries, STUCK_LATEST_MS) })
      } else answers.push({ pending: batch[at]!, result })
    }
    const left = await settle(answers)
    for (const { pending } of answers) {
      underWay.delete(pending.act.id)
      stumbles.delete(pending.act.id)
    }
    decisions.take(left)
    const answered = answers.map(answeredOf)
    answered.forEach((receipt) => listeners.forEach((listener) => listener(receipt)))
    if (answered.length) tellTabs({ what: 'answers', answers: answered })
  }

  function answeredOf({ pending: { personId, sectionId, act }, result }: Answer): Receipt {
    if ('seq' in result) return { personId, sectionId, act, seq: result.seq, outcomes: result.outcomes }
    const refused: Outcome = { done: 'refused', reason: { code: 'refused.not-here' } }
    return { personId, sectionId, act, seq: null, outcomes: (act.changes as Change[]).map(() => refused) }
  }

  /** Calls back with what became of each act, whichever tab sent it. Gives a function that ends it. */
  function onAnswer(listener: Listener): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  /** The acts of a class that the server does not have yet. */
  async function unsent(sectionId: string): Promise<Act[]> {
    const kept = await unsentOf(person.actor, sectionId)
    const known = new Set(kept.map((each) => each.id))
    // An act that was made this moment may not have reached the browser's database.
    const fresh = [...underWay.values()].filter((each) => each.sectionId === sectionId && !known.has(each.act.id))
    return [...kept, ...fresh.map((each) => each.act)]
  }

  /** Takes acts out of the queue for good. */
  async function forget(ids: ReadonlySet<string>): Promise<void> {
    for (const id of ids) {
      stumbles.delete(id)
      underWay.delete(id)
    }
    await drop(person.actor, ids)
    await recount()
  }

  /** What waits, as it is. */
  const all = () => waiting(person.actor)

  /** A page that goes away sends what it can; whatever comes of it, the queue still has it. */
  function sendLast(): void {
    const made = [...underWay.values()]
    for (const sectionId of new Set(made.map((each) => each.sectionId))) {
      const acts = made.filter((each) => each.sectionId === sectionId).map((each) => each.act)
      postLast(sectionId, acts.slice(0, AT_ONCE.acts), person.actor)
    }
  }

  addEventListener('online', () => void send())
  addEventListener('pagehide', sendLast)
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') sendLast()
    else void send()
  })
  addEventListener('beforeunload', (event) => {
    // What storage refused is in this page alone.
    if (hasUnkept()) event.preventDefault()
  })
  onTabMessage((message) => {
    if (message.what === 'waits' && message.personId === person.actor) hearWaits(message.why)
    if (message.what === 'answers') hearAnswers(message.answers)
  })

  /** Another tab has something to send: it is said here too, and tried here later in case that one goes. */
  function hearWaits(why: Trouble | null): void {
    if (why) trouble.value = why
    if (!sending && timer === undefined) sendIn(LATEST_MS)
    void recount()
  }

  function hearAnswers(answers: readonly Receipt[]): void {
    trouble.value = 'none'
    for (const receipt of answers) {
      if (receipt.personId !== person.actor) continue
      underWay.delete(receipt.act.id)
      listeners.forEach((listener) => listener(receipt))
    }
    if (count.value) void recount()
  }

  return { count, words, unreachable, stuck, save, send, recount, onAnswer, unsent, forget, all }
})
