import { newsQuery } from '#shared/history'
import { newsOf } from '../../../services/news'

/** What others do in a class, as server-sent events, from the act after the one that the asker has. */
export default route(async (event) => {
  const { person, sectionId } = await requireClass(event)
  const heard = Number(getHeader(event, 'last-event-id'))
  const { after } = queryAs(event, newsQuery)
  const stream = createEventStream(event)
  const db = await useDb()
  const end = newsOf(db, sectionId, person.id, heard || after, {
    tell: (act) => stream.push({ id: String(act.seq), data: JSON.stringify(act) }),
    ended: () => stream.close(),
  })
  stream.onClosed(async () => end())
  return stream.send()
})
