import type { Act } from '#core/acts/act'
import type { Outcome } from '#core/acts/apply'

/** What the server said of an act, as the tab that sent it tells the others. */
export interface Receipt {
  personId: string
  sectionId: string
  act: Act
  /** Its place in the order of taking; null where it was rejected. */
  seq: number | null
  outcomes: Outcome[]
}

/** Why nothing goes out just now. */
export type Trouble = 'network' | 'server'

export type TabMessage =
  | { what: 'answers'; answers: Receipt[] }
  // Something was made, or cannot go out.
  | { what: 'waits'; personId: string; why: Trouble | null }
  | { what: 'decisions' }
  | { what: 'unread' }
  | { what: 'signed out' }

const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('yukata') : null

/** Tells the other tabs of this browser. */
export const tellTabs = (message: TabMessage): void => channel?.postMessage(JSON.parse(JSON.stringify(message)))

/** Hears what the other tabs tell. */
export const onTabMessage = (answered: (message: TabMessage) => void): void =>
  channel?.addEventListener('message', ({ data }: MessageEvent<TabMessage>) => answered(data))
