import { z } from 'zod'
import { whoResponse, type PersonResponse } from '#shared/person'

/** Who is signed in. */
export const usePerson = defineStore('person', () => {
  const person = ref<PersonResponse | null>(null)
  /** Whose acts are made here; it outlives a session that has ended. */
  const actor = ref('')
  const today = ref('')

  /** Asks who is signed in, once. */
  async function know(): Promise<PersonResponse | null> {
    if (person.value) return person.value
    person.value = (await ask('/api/person', whoResponse)).person
    if (person.value) [actor.value, today.value] = [person.value.id, person.value.today]
    return person.value
  }

  /** The session has ended: the next page asks for the sign-in. */
  function forget(): void {
    person.value = null
  }

  async function signIn(email: string, password: string): Promise<void> {
    await ask('/api/auth/sign-in', z.object({ ok: z.literal(true) }), { method: 'POST', body: { email, password } })
    await know()
  }

  async function signOut(): Promise<void> {
    await ask('/api/auth/sign-out', z.object({ ok: z.literal(true) }), { method: 'POST' })
    window.location.assign('/sign-in')
  }

  return { person, actor, today, know, forget, signIn, signOut }
})
