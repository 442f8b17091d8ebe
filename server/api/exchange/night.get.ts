import { lastNight } from '../../services/exchange/night'

const A_DAY_MS = 24 * 60 * 60_000

/** What the last night sent of the classes of whoever asks. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const found = await lastNight(await useDb(), person.id, new Date(Date.now() - A_DAY_MS))
  // Nothing is an answer too, and has to be JSON.
  return new Response(JSON.stringify(found), { headers: { 'content-type': 'application/json' } })
})
