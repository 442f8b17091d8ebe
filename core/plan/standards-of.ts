import type { StandardRecord } from '../proficiency/standard'
import type { ClassSnapshot, Standard } from '../section'

/** The standards of a class: those of its course, and those that were made for it here. */
export function standardsOf({ standards, records }: Pick<ClassSnapshot, 'standards' | 'records'>): readonly Standard[] {
  const own = Object.keys(records.standard)
  return own.length ? [...standards, ...listedStandards(records.standard, own, 'class')] : standards
}

/** Those of some standards that are there, in their order. */
export function listedStandards(
  all: Readonly<Record<string, StandardRecord>>,
  ids: readonly string[],
  owner: Standard['owner'],
): Standard[] {
  return ids
    .flatMap((id) => (all[id] && !all[id].removed ? [[id, all[id]] as const] : []))
    .sort(([a, one], [b, other]) => one.place - other.place || inOrder(one.code, other.code) || inOrder(a, b))
    .map(([id, { removed: _removed, place: _place, source: _source, ...each }]) => ({ ...each, id, owner }))
}
const inOrder = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)
