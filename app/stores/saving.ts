import type { Act } from '#core/acts/act'
import type { Outcome } from '#core/acts/apply'
import { actsResponse } from '#shared/class'
import { forget, keep, waiting, type PendingAct } from '~/queue/pending'

type Answered = (sectionId: string, act: Act, outcomes: Outcome[]) => void

const AT_ONCE = 50
const SOONEST_MS = 500
const LATEST_MS = 15_000

/**
 * Carries acts to the server: each is kept in the browser's database first, sent in order, and forgotten when the server
 * has it. Two tabs take turns; sending twice is harmless, because an act carries its own id.
 */
export const useSaving = defineStore('saving', () => {
  const person = usePerson()
  const router = useRouter()
  /** Acts made in this tab or left from before, which the server does not have. */
  const count = ref(0)
  const unreachable = ref(false)
  const problem = ref('')
  const listeners = new Set<Answered>()
  let sending = false
  let pause = SOONEST_MS
  let timer: ReturnType<typeof setTimeout> | undefined

  const words = computed(() => {
    if (count.value === 0) return 'Saved'
    return unreachable.value ? 'Kept on this machine, waiting for the network' : 'Saving'
  })

  async function save(sectionId: string, act: Act): Promise<void> {
    count.value++
    await keep({ personId: person.actor, sectionId, act })
    void send()
  }

  /** Sends whatever waits, until nothing does. */
  async function send(): Promise<void> {
    if (sending || !person.person) return
    sending = true
    clearTimeout(timer)
    try {
      await navigator.locks.request('yukata-sending', async () => {
        while (await sendSome()) pause = SOONEST_MS
      })
      unreachable.value = false
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.code === 'signed-out') return void (await askSignIn())
      unreachable.value = true
      timer = setTimeout(() => void send(), pause)
      pause = Math.min(pause * 2, LATEST_MS)
    } finally {
      sending = false
    }
  }

  async function askSignIn(): Promise<void> {
    person.forget()
    await router.push({ path: '/sign-in', query: { then: router.currentRoute.value.fullPath } })
  }

  /** Sends the oldest acts of one class. Answers whether there may be more. */
  async function sendSome(): Promise<boolean> {
    const all = await waiting(person.actor)
    count.value = all.length
    const first = all[0]
    if (!first) return false
    const batch = all.filter((each) => each.sectionId === first.sectionId).slice(0, AT_ONCE)
    try {
      const results = await ask(`/api/classes/${first.sectionId}/acts`, actsResponse, {
        method: 'POST',
        body: { acts: batch.map((each) => each.act) },
      })
      batch.forEach((each, at) =>
        listeners.forEach((listener) => listener(each.sectionId, each.act, results[at]!.outcomes)),
      )
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.unreachable || error.code === 'signed-out') throw error
      refused(batch, error)
    }
    await forget(batch.map((each) => each.order))
    count.value -= batch.length
    return true
  }

  /** The server does not take these and never will: say so, and let the class be read anew. */
  function refused(batch: PendingAct[], error: ApiProblem): void {
    problem.value = error.message
    for (const { sectionId, act } of batch)
      listeners.forEach((listener) =>
        listener(
          sectionId,
          act,
          act.changes.map(() => ({ done: 'refused', reason: error.message })),
        ),
      )
  }

  /** Calls back with what became of each act. Gives a function that ends it. */
  function onAnswer(listener: Answered): () => void {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  /** The acts of a class that the server does not have yet. */
  async function unsent(sectionId: string): Promise<Act[]> {
    const all = await waiting(person.actor)
    return all.filter((each) => each.sectionId === sectionId).map((each) => each.act)
  }

  if (import.meta.client) addEventListener('online', () => void send())

  return { count, words, unreachable, problem, save, send, onAnswer, unsent }
})
