import { newsQuery, knownParameter } from '#shared/history'

/** What others do in classes, as server-sent events, from the acts after those that the asker has. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const { known } = queryAs(event, newsQuery)
  for (const sectionId of known.keys()) await requireTeaching(person, sectionId)
  // Somebody who comes back says what they heard last; they asked about the same classes then.
  const heard = newsQuery.safeParse({ known: getHeader(event, 'last-event-id') })
  for (const [sectionId, seq] of heard.data?.known ?? []) if (known.has(sectionId)) known.set(sectionId, seq)
  const stream = createEventStream(event)
  const end = (await newsFeed()).add({
    person,
    known,
    tell: (news) => stream.push({ id: knownParameter(known), data: JSON.stringify(news) }),
    roster: (sectionId) => stream.push({ event: 'roster', data: sectionId }),
    beat: () => stream.push({ event: 'beat', data: '' }),
    ended: () => stream.close(),
  })
  stream.onClosed(async () => end())
  // The first words at once: whoever waits for an answer knows that they are listened to.
  void stream.push({ event: 'listening', data: '' })
  // It goes on for as long as somebody listens, and holds nobody up.
  endAnswering()
  return stream.send().finally(beginAnswering)
})
