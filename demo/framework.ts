import { HABIT_TYPE } from '../core/formats/case/read'
import type { CfPackage } from '../core/formats/case/package'
import { areas, standardId } from './curriculum'

const BASE = 'https://standards.brindlebay.example/ims/case/v1p0'
const AT = '2026-07-01T08:00:00.000Z'
export const documentId = 'brindle-bay-standards'
const TITLE = 'Standards of Brindle Bay'

const link = (kind: string, identifier: string, title: string) => ({
  ...{ title, identifier },
  uri: `${BASE}/${kind}/${identifier}`,
})

/** The district's framework of standards as a CASE package; all of it made up here. */
export function framework(): CfPackage {
  const items: CfPackage['CFItems'] = []
  const associations: CfPackage['CFAssociations'] = []
  const add = (code: string, fullStatement: string, type: string, above: string | null, grade: string): void => {
    const identifier = standardId(code)
    items.push({
      ...{ identifier, fullStatement, humanCodingScheme: code, CFItemType: type },
      ...{ uri: `${BASE}/CFItems/${identifier}`, lastChangeDateTime: AT },
      educationLevel: [grade],
    })
    associations.push({
      ...{ identifier: `${identifier}-isChildOf`, uri: `${BASE}/CFAssociations/${identifier}` },
      ...{ associationType: 'isChildOf', sequenceNumber: items.length, lastChangeDateTime: AT },
      originNodeURI: link('CFItems', identifier, code),
      destinationNodeURI: above ? link('CFItems', standardId(above), above) : link('CFDocuments', documentId, TITLE),
    })
  }
  for (const { code, statement, habit, courses, standards } of areas) {
    const grade = courses.includes('c-grade3') ? '03' : '07'
    add(code, statement, habit ? HABIT_TYPE : 'Area', null, grade)
    standards.forEach((each, at) => add(`${code}.${at + 1}`, each, habit ? HABIT_TYPE : 'Standard', code, grade))
  }
  return {
    CFDocument: {
      ...{ identifier: documentId, uri: `${BASE}/CFDocuments/${documentId}`, title: TITLE },
      ...{ creator: 'Brindle Bay', lastChangeDateTime: AT },
      CFPackageURI: link('CFPackages', documentId, TITLE),
    },
    CFItems: items,
    CFAssociations: associations,
  }
}

/** The same as the district's own system has it since last night: one in other words, one more, one taken away. */
export function overnightFramework(): CfPackage {
  const { CFDocument, CFItems, CFAssociations } = framework()
  const gone = standardId('MS.8')
  const identifier = standardId('TF.8')
  const item = { ...CFItems.find((each) => each.identifier === standardId('TF.7'))!, identifier }
  return {
    CFDocument: { ...CFDocument, lastChangeDateTime: '2026-11-24T22:00:00.000Z' },
    CFItems: [
      ...CFItems.filter((each) => each.identifier !== gone).map((each) =>
        each.identifier === standardId('TL.2')
          ? { ...each, fullStatement: 'Tells relatives apart by how they are built, and says by what.' }
          : each,
      ),
      { ...item, humanCodingScheme: 'TF.8', fullStatement: 'Draws a shore from the water.' },
    ],
    CFAssociations: [
      ...CFAssociations.filter((each) => each.originNodeURI.identifier !== gone),
      {
        ...CFAssociations.find((each) => each.originNodeURI.identifier === standardId('TF.7'))!,
        identifier: `${identifier}-isChildOf`,
        sequenceNumber: 1000,
        originNodeURI: link('CFItems', identifier, 'TF.8'),
      },
    ],
  }
}
