import type { News } from '../../shared/history'
import type { Db } from '../database/client'
import { actsAfter } from './history'
import { teaches } from './roster'

const LOOK_MS = 1000
/** How many looks until it is asked again whether the listener still teaches the classes. */
const LOOKS_UNTIL_ASKED = 30

/** Everybody who listens to this process, so that it can stop without waiting for them. */
const listening = new Set<() => void>()

/** Ends all listening, as when the process is asked to stop. Whoever listened asks again when there is a server. */
export const endNews = (): void => listening.forEach((stop) => stop())

export interface Listener {
  tell(news: News): Promise<void>
  /** The listener no longer teaches one of the classes, or the records cannot be read. */
  ended(): Promise<void>
}

/**
 * Tells a listener of every act on classes after those that are known, in order; `known` goes along. It looks into the
 * journal, so that it hears of acts that any process took.
 *
 * @returns what ends it
 */
export function newsOf(db: Db, userId: string, known: Map<string, number>, listener: Listener): () => void {
  let looks = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let over = false

  async function look(): Promise<void> {
    if (++looks % LOOKS_UNTIL_ASKED === 0)
      for (const sectionId of known.keys()) if (!(await teaches(db, userId, sectionId))) return stop()
    for (const each of await actsAfter(db, known)) {
      if (over) return
      known.set(each.home, each.act.seq)
      await listener.tell(each)
    }
    if (!over) timer = setTimeout(() => void look().catch(stop), LOOK_MS)
  }
  async function stop(): Promise<void> {
    end()
    await listener.ended()
  }
  function end(): void {
    over = true
    clearTimeout(timer)
    listening.delete(stopNow)
  }
  const stopNow = () => void stop()
  listening.add(stopNow)
  void look().catch(stop)
  return end
}
