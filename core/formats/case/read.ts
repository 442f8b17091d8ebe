import { isCivilDate } from '../../calendar/date'
import { id as idSchema } from '../../fields'
import type { Framework } from '../../proficiency/standard'
import { beginning, fitText } from '../../text'
import { cfPackage, type CfPackage } from './package'

/** What an item that is a learning habit calls its type. */
export const HABIT_TYPE = 'Learning habit'

const ROOM = { code: 40, statement: 1000, abbreviated: 200, short: 60 }
const fit = (text: string | null | undefined, most: number) => beginning(fitText(text ?? '').trim(), most)
const list = (texts: readonly string[] | null | undefined) =>
  (texts ?? []).slice(0, 20).map((each) => fit(each, ROOM.short))

/**
 * Reads a CASE package.
 *
 * @param text the JSON of a CFPackage
 * @returns the framework, or why it cannot be read, in a sentence that says what to do
 * @example readCase(json) // { framework: { title: 'Grade 3', standards: { … } } }
 */
export function readCase(text: string): { framework: Framework } | { fault: string } {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return { fault: 'This file is no JSON. Choose the CASE package that the owner of the standards exports.' }
  }
  const parsed = cfPackage.safeParse(json)
  if (!parsed.success) {
    const [issue] = parsed.error.issues
    return { fault: `This is no CASE package: ${issue!.path.join('.') || 'its top'} ${issue!.message.toLowerCase()}.` }
  }
  return frameworkOf(parsed.data)
}

function frameworkOf({ CFDocument, CFItems, CFAssociations }: CfPackage): { framework: Framework } | { fault: string } {
  const ids = [CFDocument.identifier, ...CFItems.map((each) => each.identifier)]
  const odd = ids.find((each) => !idSchema.safeParse(each).success)
  if (odd !== undefined) return { fault: `"${beginning(odd, ROOM.short)}" is no identifier that can be kept.` }
  if (new Set(ids).size < ids.length) return { fault: 'Two items have the same identifier. Ask for the package again.' }
  const known = new Set(ids)
  const parents = new Map<string, { id: string; place: number }>()
  for (const { associationType, originNodeURI, destinationNodeURI, sequenceNumber } of CFAssociations) {
    if (associationType !== 'isChildOf' || !known.has(originNodeURI.identifier)) continue
    if (known.has(destinationNodeURI.identifier) && !parents.has(originNodeURI.identifier))
      parents.set(originNodeURI.identifier, { id: destinationNodeURI.identifier, place: sequenceNumber ?? 0 })
  }
  const ring = ids.find((id) => isInRing(parents, id))
  if (ring) return { fault: 'An item of it is above itself. Ask for the package again.' }
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
  const inOrder = CFItems.map((item, at) => ({ item, at })).sort(
    (a, b) =>
      (parents.get(a.item.identifier)?.place ?? 0) - (parents.get(b.item.identifier)?.place ?? 0) || a.at - b.at,
  )
  inOrder.forEach(({ item }, place) => {
    const end = item.statusEndDate?.slice(0, 10)
    standards[item.identifier] = {
      ...plain,
      parentId: parents.get(item.identifier)?.id ?? documentId,
      code: fit(item.humanCodingScheme, ROOM.code),
      statement: fit(item.fullStatement, ROOM.statement),
      habit: item.CFItemType === HABIT_TYPE,
      withdrawnOn: end && isCivilDate(end) ? end : null,
      place: place + 1,
      source: {
        documentId,
        type: fit(item.CFItemType, ROOM.short),
        listEnumeration: fit(item.listEnumeration, ROOM.short),
        abbreviated: fit(item.abbreviatedStatement, ROOM.abbreviated),
        educationLevels: list(item.educationLevel),
        subjects: list(item.subject),
      },
    }
  })
  return { framework: { id: documentId, title, standards } }
}

function isInRing(parents: ReadonlyMap<string, { id: string }>, id: string): boolean {
  const seen = new Set([id])
  for (let above = parents.get(id)?.id; above !== undefined; above = parents.get(above)?.id) {
    if (above === id) return true
    if (seen.has(above)) return false
    seen.add(above)
  }
  return false
}
