import type { MessageOf } from '../../message'
import { isCivilDate } from '../../calendar/date'
import { fieldFault, id as idSchema } from '../../fields'
import type { Framework } from '../../proficiency/standard'
import { isInRing } from '../../proficiency/standards'
import { beginning, fitText } from '../../text'
import { cfPackage, type CfPackage } from './package'

/** What an item that is a learning habit calls its type. */
export const HABIT_TYPE = 'Learning habit'

/** No framework is so deep that a person could find their way in it. */
const DEEPEST = 20
const ROOM = { code: 40, statement: 1000, abbreviated: 200, short: 60 }
const fit = (text: string | null | undefined, most: number) => beginning(fitText(text ?? '').trim(), most)
const list = (texts: readonly string[] | null | undefined) =>
  (texts ?? []).slice(0, 20).map((each) => fit(each, ROOM.short))

/**
 * Reads a CASE package.
 *
 * @param text the JSON of a CFPackage
 * @returns the framework, or why it cannot be read
 * @example readCase(json) // { framework: { title: 'Grade 3', standards: { … } } }
 */
export function readCase(text: string): { framework: Framework } | { fault: MessageOf<'case'> } {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return { fault: { code: 'case.no-json' } }
  }
  const parsed = cfPackage.safeParse(json)
  if (!parsed.success) {
    const [issue] = parsed.error.issues
    const fault = fieldFault(issue)
    if (fault.code === 'field.items-most') return { fault: { code: 'case.many', most: fault.most } }
    return { fault: { code: 'case.no-package', at: issue!.path.join('.') } }
  }
  return frameworkOf(parsed.data)
}

function frameworkOf({
  CFDocument,
  CFItems,
  CFAssociations,
}: CfPackage): { framework: Framework } | { fault: MessageOf<'case'> } {
  const ids = [CFDocument.identifier, ...CFItems.map((each) => each.identifier)]
  const odd = ids.find((each) => !idSchema.safeParse(each).success)
  if (odd !== undefined) return { fault: { code: 'case.id', id: beginning(odd, ROOM.short) } }
  if (new Set(ids).size < ids.length) return { fault: { code: 'case.id-twice' } }
  const known = new Set(ids)
  const parents = new Map<string, { id: string; place: number }>()
  for (const { associationType, originNodeURI, destinationNodeURI, sequenceNumber } of CFAssociations) {
    if (associationType !== 'isChildOf' || !known.has(originNodeURI.identifier)) continue
    if (known.has(destinationNodeURI.identifier) && !parents.has(originNodeURI.identifier))
      parents.set(originNodeURI.identifier, { id: destinationNodeURI.identifier, place: sequenceNumber ?? 0 })
  }
  const above = new Map([...parents].map(([id, parent]) => [id, parent.id]))
  if (ids.some((id) => isInRing(above, id))) return { fault: { code: 'case.ring' } }
  if (ids.some((id) => depthOf(above, id) > DEEPEST)) return { fault: { code: 'case.deep', most: DEEPEST } }
  const title = fit(CFDocument.title, ROOM.statement) || 'A framework'
  const documentId = CFDocument.identifier
  const plain = { habit: false, reported: true, weight: '1', withdrawnOn: null, removed: false }
  const standards: Framework['standards'] = {
    [documentId]: {
      ...plain,
      parentId: null,
      code: '',
      statement: title,
      place: 0,
      source: {
        documentId,
        type: 'Framework',
        listEnumeration: '',
        abbreviated: '',
        educationLevels: [],
        subjects: [],
      },
    },
  }
  // Places are those of the tree walked from the top: an area, then what is below it.
  const children = new Map<string, { item: CfPackage['CFItems'][number]; at: number }[]>()
  CFItems.forEach((item, at) => {
    const above = parents.get(item.identifier)?.id ?? documentId
    children.set(above, [...(children.get(above) ?? []), { item, at }])
  })
  const sequence = (id: string) => parents.get(id)?.place ?? 0
  let place = 0
  const walk = (above: string): void => {
    const below = children.get(above) ?? []
    below.sort((a, b) => sequence(a.item.identifier) - sequence(b.item.identifier) || a.at - b.at)
    for (const { item } of below) {
      add(item, ++place)
      walk(item.identifier)
    }
  }
  function add(item: CfPackage['CFItems'][number], at: number): void {
    const end = item.statusEndDate?.slice(0, 10)
    standards[item.identifier] = {
      ...plain,
      parentId: parents.get(item.identifier)?.id ?? documentId,
      code: fit(item.humanCodingScheme, ROOM.code),
      statement: fit(item.fullStatement, ROOM.statement),
      habit: item.CFItemType === HABIT_TYPE,
      withdrawnOn: end && isCivilDate(end) ? end : null,
      place: at,
      source: {
        documentId,
        type: fit(item.CFItemType, ROOM.short),
        listEnumeration: fit(item.listEnumeration, ROOM.short),
        abbreviated: fit(item.abbreviatedStatement, ROOM.abbreviated),
        educationLevels: list(item.educationLevel),
        subjects: list(item.subject),
      },
    }
  }
  walk(documentId)
  return { framework: { id: documentId, title, standards } }
}

/** How many things stand above one. */
function depthOf(above: ReadonlyMap<string, string | null>, id: string): number {
  let depth = 0
  for (let at = above.get(id); at && depth <= DEEPEST; at = above.get(at)) depth++
  return depth
}
