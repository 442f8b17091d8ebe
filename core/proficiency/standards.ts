import type { Standard } from '../section'

/** The standards of a class as a tree. */
export interface StandardTree {
  /** The areas and single standards at the top, in order. */
  roots: Standard[]
  childrenOf(id: string): readonly Standard[]
  /** A node and all below it, in order. */
  within(id: string): Standard[]
  get(id: string): Standard | undefined
  /** A node's place among all, by which evidence of one day is ordered. */
  placeOf(id: string): number
}

/**
 * The tree of standards. A node whose parent is not of the class stands at the top; a node that is above itself stands
 * there too, so that whoever walks the tree comes to an end.
 *
 * @param standards in their order
 */
export function standardTree(standards: readonly Standard[]): StandardTree {
  const known = new Set(standards.map((each) => each.id))
  const children = new Map<string | null, Standard[]>()
  const above = new Map(standards.map((each) => [each.id, each.parentId]))
  for (const each of standards) {
    const isPlaced = each.parentId !== null && known.has(each.parentId) && !isInRing(above, each.id)
    const parent = isPlaced ? each.parentId : null
    const siblings = children.get(parent)
    if (siblings) siblings.push(each)
    else children.set(parent, [each])
  }
  const places = new Map(standards.map((each, at) => [each.id, at]))
  const childrenOf = (id: string) => children.get(id) ?? []
  const within = (id: string): Standard[] => {
    const own = standards[places.get(id) ?? -1]
    return [...(own ? [own] : []), ...childrenOf(id).flatMap((each) => within(each.id))]
  }
  return {
    roots: children.get(null) ?? [],
    childrenOf,
    within,
    get: (id) => standards[places.get(id) ?? -1],
    placeOf: (id) => places.get(id) ?? standards.length,
  }
}

/** Whether the way up from a node comes back to it. */
export function isInRing(above: ReadonlyMap<string, string | null>, id: string): boolean {
  const seen = new Set([id])
  for (let at = above.get(id); at; at = above.get(at)) {
    if (at === id) return true
    if (seen.has(at)) return false
    seen.add(at)
  }
  return false
}

/** `R3.1`, or the statement of a node without a code. */
export const nameOfStandard = ({ code, statement }: Pick<Standard, 'code' | 'statement'>): string => code || statement
