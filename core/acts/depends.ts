import type { Act, Change } from './act'
import type { Kind } from '../kinds'
import { partsOf } from '../kind'

/**
 * Whether an act rests on one of those that are held back: it changes a record that one of them changes, or speaks of a
 * thing that one of them makes or changes. Such an act waits with it; every other one goes on.
 *
 * @example dependsOn([makesAssignment9], scoreOf('student-1', 'assignment-9')) // true
 */
export function dependsOn(held: readonly Act[], act: Act): boolean {
  if (held.length === 0) return false
  const keys = new Set(held.flatMap(({ changes }) => (changes as Change[]).map(keyOf)))
  const made = new Set(
    held.flatMap(({ changes }) => (changes as Change[]).flatMap(({ kind, id }) => (MADE.has(kind) ? id : []))),
  )
  return (
    (act.of !== undefined && held.some((each) => each.id === act.of)) ||
    (act.changes as Change[]).some(
      (change) =>
        keys.has(keyOf(change)) ||
        partsOf(change.id).some((part) => made.has(part)) ||
        ('categoryId' in change.to && made.has(String(change.to.categoryId))) ||
        ('parentId' in change.to && made.has(String(change.to.parentId))) ||
        ('standardIds' in change.to && change.to.standardIds?.some((each) => made.has(each))),
    )
  )
}

/** Kinds of things that others speak of. */
const MADE: ReadonlySet<Kind> = new Set(['assignment', 'category', 'standard'])

const keyOf = ({ kind, id }: Change) => `${kind} ${id}`
