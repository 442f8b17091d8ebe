import { newsQuery, saidOfKnown } from '#shared/history'
import { newsOf } from '../services/news'

/** What others do in classes, as server-sent events, from the acts after those that the asker has. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const asked = queryAs(event, newsQuery)
  for (const sectionId of asked.known.keys()) await requireTeaching(person, sectionId)
  // Somebody who comes back says what they heard last; they asked about the same classes then.
  const heard = newsQuery.safeParse({ known: getHeader(event, 'last-event-id') })
  for (const [sectionId, seq] of heard.data?.known ?? [])
    if (asked.known.has(sectionId)) asked.known.set(sectionId, seq)
  const stream = createEventStream(event)
  const db = await useDb()
  const end = newsOf(db, person.id, asked.known, {
    tell: (news) => stream.push({ id: saidOfKnown(asked.known), data: JSON.stringify(news) }),
    ended: () => stream.close(),
  })
  stream.onClosed(async () => end())
  // The first words at once: whoever waits for an answer knows that they are listened to.
  void stream.push({ event: 'listening', data: '' })
  return stream.send()
})
