import type { Act } from '#core/acts/act'
import type { Outcome } from '#core/acts/apply'

/** What the server said of an act, as the tab that sent it tells the others. */
export interface Heard {
  personId: string
  sectionId: string
  act: Act
  /** Its place in the order of taking; null where it was rejected. */
  seq: number | null
  outcomes: Outcome[]
}

export type Told =
  { what: 'answers'; answers: Heard[] } | { what: 'decisions' } | { what: 'unread' } | { what: 'signed out' }

const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('yukata') : null

/** Tells the other tabs of this browser. */
export const tellTabs = (told: Told): void => channel?.postMessage(JSON.parse(JSON.stringify(told)))

/** Hears what the other tabs tell. */
export const hearTabs = (heard: (told: Told) => void): void =>
  channel?.addEventListener('message', ({ data }: MessageEvent<Told>) => heard(data))
