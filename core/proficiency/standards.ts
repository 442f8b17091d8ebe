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
 * The tree of standards. A node whose parent is not of the class stands at the top; a node that would be above itself is
 * not walked twice.
 *
 * @param standards in their order
 */
export function standardTree(standards: readonly Standard[]): StandardTree {
  const known = new Set(standards.map((each) => each.id))
  const children = new Map<string | null, Standard[]>()
  for (const each of standards) {
    const parent = each.parentId !== null && known.has(each.parentId) ? each.parentId : null
    const siblings = children.get(parent)
    if (siblings) siblings.push(each)
    else children.set(parent, [each])
  }
  const places = new Map(standards.map((each, at) => [each.id, at]))
  const childrenOf = (id: string) => children.get(id) ?? []
  const within = (id: string, seen = new Set<string>()): Standard[] => {
    if (seen.has(id)) return []
    seen.add(id)
    const own = standards[places.get(id) ?? -1]
    return [...(own ? [own] : []), ...childrenOf(id).flatMap((each) => within(each.id, seen))]
  }
  return {
    roots: children.get(null) ?? [],
    childrenOf,
    within: (id) => within(id),
    get: (id) => standards[places.get(id) ?? -1],
    placeOf: (id) => places.get(id) ?? standards.length,
  }
}

/** `R3.1`, or the statement of a node without a code. */
export const nameOfStandard = ({ code, statement }: Pick<Standard, 'code' | 'statement'>): string => code || statement
