import { setTimeout } from 'node:timers/promises'
import { progressSince, readRun } from '../../../../services/exchange/run'

const LOOK_MS = 300
const LONGEST_MS = 10 * 60_000

/** How a run goes on, as server-sent events, until it is over; whichever process works on it. */
export default route(async (event) => {
  const person = await requirePerson(event)
  const db = await useDb()
  const { id } = await requireRunToRead(person, await readRun(db, runParam(event)))
  const stream = createEventStream(event)
  let isOpen = true
  stream.onClosed(() => void (isOpen = false))
  const follow = async () => {
    const end = Date.now() + LONGEST_MS
    let said = ''
    let since = new Date(0)
    while (isOpen && Date.now() < end) {
      const looked = new Date()
      const progress = await progressSince(db, id, since)
      if (!progress) break
      const text = JSON.stringify(progress)
      if (text !== said) await stream.push(text)
      said = text
      if (!['queued', 'running'].includes(progress.state)) break
      // What was written down while this was read is heard with the next word.
      since = new Date(looked.getTime() - LOOK_MS)
      await setTimeout(LOOK_MS)
    }
    await stream.close()
  }
  event.waitUntil(follow().catch((error: unknown) => logFault(event, error, 'progress')))
  endAnswering()
  try {
    return await stream.send()
  } finally {
    beginAnswering()
  }
})
