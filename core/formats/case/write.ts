import type { StandardRecord } from '../../proficiency/standard'
import type { CfPackage } from './package'
import { HABIT_TYPE } from './read'

/** Who writes a package, when, and where its things can be found. */
export interface CaseMaker {
  creator: string
  /** ISO 8601, with its zone. */
  at: string
  /** The address under which identifiers stand, without a slash at its end. */
  base: string
}

/**
 * Writes a framework, or all standards under one title, as a CASE package.
 *
 * @param documentId the framework's own id; standards that are above all others become its children
 * @example writeCase({ id: 'doc', title: 'Grade 3' }, standards, maker).CFItems.length // 31
 */
export function writeCase(
  { id: documentId, title }: { id: string; title: string },
  standards: Readonly<Record<string, StandardRecord>>,
  { creator, at, base }: CaseMaker,
): CfPackage {
  const uri = (kind: string, id: string) => `${base}/ims/case/v1p0/${kind}/${id}`
  const link = (kind: string, id: string, words: string) => ({ title: words, identifier: id, uri: uri(kind, id) })
  const items = Object.entries(standards)
    .filter(([id, each]) => id !== documentId && !each.removed)
    .sort(([a, one], [b, other]) => one.place - other.place || (a < b ? -1 : 1))
  const there = new Set(items.map(([id]) => id))
  return {
    CFDocument: {
      identifier: documentId,
      uri: uri('CFDocuments', documentId),
      creator,
      title,
      lastChangeDateTime: at,
      CFPackageURI: link('CFPackages', documentId, title),
    },
    CFItems: items.map(([id, { source, ...each }]) => ({
      identifier: id,
      uri: uri('CFItems', id),
      fullStatement: each.statement || each.code,
      lastChangeDateTime: at,
      ...(each.code ? { humanCodingScheme: each.code } : {}),
      ...(source?.abbreviated ? { abbreviatedStatement: source.abbreviated } : {}),
      ...(source?.listEnumeration ? { listEnumeration: source.listEnumeration } : {}),
      ...(each.habit ? { CFItemType: HABIT_TYPE } : source?.type ? { CFItemType: source.type } : {}),
      ...(source?.educationLevels.length ? { educationLevel: source.educationLevels } : {}),
      ...(source?.subjects.length ? { subject: source.subjects } : {}),
      ...(each.withdrawnOn ? { statusEndDate: each.withdrawnOn } : {}),
    })),
    CFAssociations: items.map(([id, { parentId }], place) => {
      const isTop = parentId === null || !there.has(parentId)
      const above = isTop ? null : standards[parentId]!
      return {
        identifier: associationId(id),
        uri: uri('CFAssociations', associationId(id)),
        associationType: 'isChildOf' as const,
        sequenceNumber: place + 1,
        originNodeURI: link('CFItems', id, standards[id]!.code || standards[id]!.statement),
        destinationNodeURI: above
          ? link('CFItems', parentId!, above.code || above.statement)
          : link('CFDocuments', documentId, title),
        lastChangeDateTime: at,
      }
    }),
  }
}

/** The same association has the same identifier each time it is written. */
const associationId = (itemId: string) => `${itemId}-isChildOf`.slice(0, 80)
