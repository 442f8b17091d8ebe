import { z } from 'zod'
import { personResponse, whoResponse, type PersonResponse } from '#shared/person'
import { keepRead, readKept, forgetPerson } from '~/queue/kept'
import { readLocal, removeLocal, writeLocal } from '~/queue/local'
import { onTabMessage, tellTabs } from '~/queue/tabs'
import { ApiProblem, ask } from '~/composables/useApi'
import { useNotices } from '~/stores/notices'

/** Whoever was here last is known for so long without the server: as long as a session lasts at most. */
const KNOWN_MS = 16 * 60 * 60 * 1000
const WHO = 'person'
/** A sign-out that did not reach the server yet. */
const LEAVING = 'yukata-leaving'

const ok = z.object({ ok: z.literal(true) })

/** Who is signed in. */
export const usePerson = defineStore('person', () => {
  const person = ref<PersonResponse | null>(null)
  /** Whose acts are made here; it outlives a session that has ended. */
  const actor = ref('')
  const today = ref('')

  /** Asks who is signed in, once. Without the server it is whoever was here last, not too long ago. */
  async function know(): Promise<PersonResponse | null> {
    if (person.value) return person.value
    if (readLocal(LEAVING)) await leave()
    person.value = await askWho()
    if (person.value) [actor.value, today.value] = [person.value.id, person.value.today]
    return person.value
  }

  async function askWho(): Promise<PersonResponse | null> {
    try {
      const { person: who } = await ask('/api/person', whoResponse)
      // Whoever is signed out is not known without the server either.
      void keepRead('', WHO, who)
      return who
    } catch (error) {
      if (!(error instanceof ApiProblem) || !error.unreachable) throw error
      const kept = await readKept('', WHO)
      const parsed = personResponse.safeParse(kept?.value)
      return kept && parsed.success && Date.now() - kept.at < KNOWN_MS ? parsed.data : null
    }
  }

  /** The session has ended: the next page asks for the sign-in. */
  function forget(): void {
    useNotices().forget()
    person.value = null
  }

  async function signIn(email: string, password: string): Promise<void> {
    await ask('/api/auth/sign-in', ok, { method: 'POST', body: { email, password } })
    await know()
  }

  /** Signs out: nothing of this person's classes stays on this machine. */
  async function signOut(): Promise<void> {
    await forgetPerson(actor.value)
    tellTabs({ what: 'signed out' })
    await leave()
    window.location.assign('/sign-in')
  }

  /** Ends the session on the server, now or as soon as it is reached. */
  async function leave(): Promise<void> {
    writeLocal(LEAVING, 'yes')
    await ask('/api/auth/sign-out', ok, { method: 'POST' }).then(
      () => removeLocal(LEAVING),
      () => {},
    )
  }

  onTabMessage((message) => message.what === 'signed out' && window.location.assign('/sign-in'))

  return { person, actor, today, know, forget, signIn, signOut }
})
