import { same } from '../same'
import type { Fields } from './thing'

/** The two sides of one thing, put together field by field. */
export interface Merge {
  /** Both sides' changes; where they conflict, as it is there. */
  fields: Fields
  /** Names of the fields that changed here alone. */
  ours: string[]
  /** Names of the fields that changed there alone. */
  theirs: string[]
  /** Names of the fields that changed on both sides, and differently. */
  conflicts: string[]
}

/**
 * The three-way comparison: changed on one side only, that side's; the same change on both, nothing; different changes, a
 * conflict. What was never agreed on and differs is a conflict too: nobody knows who changed it.
 *
 * A field that the other side does not say is as it was agreed on, or as it is here: not every system keeps all that it is
 * sent.
 *
 * @param base what both sides held when they last agreed; null where they never did
 * @param here all fields of the thing
 * @example merge({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { fields: { a: 2, b: 3 }, ours: ['a'], theirs: ['b'], conflicts: [] }
 */
export function merge(base: Fields | null, here: Fields, there: Fields): Merge {
  const merged: Merge = { fields: {}, ours: [], theirs: [], conflicts: [] }
  for (const name of Object.keys(here)) {
    const agreed = base && name in base ? base : null
    const theirs = (name in there ? there : (agreed ?? here))[name]
    merged.fields[name] = theirs
    if (same(here[name], theirs)) continue
    if (agreed && same(theirs, agreed[name])) {
      merged.ours.push(name)
      merged.fields[name] = here[name]
    } else if (agreed && same(here[name], agreed[name])) merged.theirs.push(name)
    else merged.conflicts.push(name)
  }
  return merged
}
