import type { MessageOf } from '../../core/message'
import type { Thing, ThingType } from '../../core/exchange/thing'
import type { Told } from '../../core/formats/oneroster/gradebook'
import type { Roster, RosterThings } from '../../core/formats/oneroster/roster'

/** What the other side said about one thing: taken, or refused and why. */
export type Answer =
  | { taken: true }
  | {
      taken: false
      reason: MessageOf<'send'>
      /** It may be taken at another time: nothing was said against the thing itself. */
      isPassing: boolean
    }

/** What a try of a connection found, part by part; null is fine, else the code of what is wrong. */
export interface Trial {
  part: 'key' | 'roster' | 'gradebook' | 'standards'
  fault: { code: string; figures: object } | null
  /** How many there are, where that is known. */
  count: number | null
}

/** Which part of a roster is asked for. */
export interface RosterWish {
  /** Only the classes of the teacher whom it knows by this id. */
  teacher?: string
  /** Only what changed since then, by its own clock. */
  since?: string
  /** Hears how many things have come, of how many, where that is known. */
  heard?: (done: number, total: number) => Promise<void>
  /** Takes what a page of the whole held, which is then let go: of the answer only the head is left. */
  take?: (things: RosterThings) => Promise<void>
}

export interface RosterAnswer {
  roster: Roster
  /** What its clock said before anything was read; null where it does not say. */
  at: string | null
}

/**
 * What an outside system can do for us, in the words of the job. No field of a wire is known beyond it: a system that
 * speaks otherwise is another file here.
 */
export interface Partner {
  /** What it is called in what is said of it. */
  readonly name: string
  /** The roster that we may see, or the part of it that is asked for. */
  roster(wish?: RosterWish): Promise<RosterAnswer>
  /** Its frameworks of standards, as CASE packages. */
  frameworks(): Promise<unknown[]>
  /** What it holds of a class's gradebook, by the ids of the things. */
  gradebook(classId: string): Promise<Map<string, Told>>
  /** Creates or replaces one thing. Sent twice it is the same thing. */
  put(thing: Thing, today: string): Promise<Answer>
  /** Removes one thing; one that is gone already is removed. */
  remove(type: ThingType, id: string): Promise<Answer>
  /** Looks which of all this works, and changes nothing. */
  tryOut(): Promise<Trial[]>
}
