import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { associationTypes, cfPackage } from '#core/formats/case/package'
import { readCase } from '#core/formats/case/read'
import { writeCase } from '#core/formats/case/write'
import { bringStandards } from '#core/proficiency/bring-standards'
import { schemas } from '#core/kinds'

/**
 * Held against 1EdTech CASE 1.0, sections CFDocument, CFItem and CFAssociation: names of fields, which of them are
 * required, and the enumeration of association types. From memory of the standard.
 */
const required = {
  CFDocument: ['identifier', 'uri', 'creator', 'title', 'lastChangeDateTime', 'CFPackageURI'],
  CFItem: ['identifier', 'uri', 'fullStatement', 'lastChangeDateTime'],
  CFAssociation: ['identifier', 'uri', 'associationType', 'originNodeURI', 'destinationNodeURI', 'lastChangeDateTime'],
  link: ['title', 'identifier', 'uri'],
}
const allowed = {
  CFItem: [
    ...required.CFItem,
    ...[
      'humanCodingScheme',
      'alternativeLabel',
      'CFItemType',
      'CFItemTypeURI',
      'listEnumeration',
      'abbreviatedStatement',
    ],
    ...['conceptKeywords', 'conceptKeywordsURI', 'notes', 'subject', 'subjectURI', 'language', 'educationLevel'],
    ...['licenseURI', 'statusStartDate', 'statusEndDate', 'CFDocumentURI', 'extensions'],
  ],
}

const link = (identifier: string) => ({ title: identifier, identifier, uri: `https://x.example/${identifier}` })
const item = (identifier: string, more: object = {}) => ({
  identifier,
  uri: `https://x.example/${identifier}`,
  fullStatement: `States ${identifier}`,
  lastChangeDateTime: '2026-08-01T00:00:00Z',
  ...more,
})
const child = (origin: string, destination: string, sequenceNumber: number) => ({
  identifier: `${origin}-in`,
  uri: '',
  associationType: 'isChildOf',
  sequenceNumber,
  originNodeURI: link(origin),
  destinationNodeURI: link(destination),
  lastChangeDateTime: '2026-08-01T00:00:00Z',
})
const sample = (more: { items?: object[]; associations?: object[] } = {}) => ({
  CFDocument: {
    identifier: 'doc',
    uri: 'https://x.example/doc',
    creator: 'A district',
    title: 'Grade 3',
    lastChangeDateTime: '2026-08-01T00:00:00Z',
    CFPackageURI: link('doc'),
  },
  CFItems: [
    item('two', { humanCodingScheme: 'R.2', educationLevel: ['03'], subject: ['Reading'], listEnumeration: '2.' }),
    item('area', { humanCodingScheme: 'R', CFItemType: 'Area' }),
    item('one', { humanCodingScheme: 'R.1', abbreviatedStatement: 'One' }),
    item('habit', { CFItemType: 'Learning habit' }),
    ...(more.items ?? []),
  ],
  CFAssociations: [
    child('area', 'doc', 1),
    child('one', 'area', 1),
    child('two', 'area', 2),
    child('habit', 'doc', 2),
    { ...child('one', 'two', 9), associationType: 'isRelatedTo' },
    ...(more.associations ?? []),
  ],
})
const read = (json: object) => {
  const found = readCase(JSON.stringify(json))
  if ('fault' in found) throw new Error(found.fault.code)
  return found.framework
}
const maker = { creator: 'A district', at: '2026-11-26T00:00:00Z', base: 'https://y.example' }

describe('a CASE package', () => {
  it('is read as a tree: framework, area, standards in their sequence', () => {
    const { standards, title } = read(sample())
    expect(title).toBe('Grade 3')
    expect(
      Object.entries(standards)
        .sort(([, a], [, b]) => a.place - b.place)
        .map(([id, each]) => [id, each.parentId, each.code]),
    ).toEqual([
      ['doc', null, ''],
      ['area', 'doc', 'R'],
      ['one', 'area', 'R.1'],
      ['two', 'area', 'R.2'],
      ['habit', 'doc', ''],
    ])
    expect(standards.habit!.habit).toBe(true)
    expect(standards.two!.source).toMatchObject({
      educationLevels: ['03'],
      subjects: ['Reading'],
      listEnumeration: '2.',
    })
    for (const each of Object.values(standards)) expect(schemas.standard.safeParse(each).error).toBeUndefined()
  })
  it('is written with every field that the standard requires, and with none that it does not know', () => {
    const written = writeCase({ id: 'doc', title: 'Grade 3' }, read(sample()).standards, maker)
    for (const key of required.CFDocument) expect(written.CFDocument).toHaveProperty(key)
    for (const each of written.CFItems) {
      for (const key of required.CFItem) expect(each).toHaveProperty(key)
      for (const key of Object.keys(each)) expect(allowed.CFItem).toContain(key)
    }
    for (const each of written.CFAssociations) {
      for (const key of required.CFAssociation) expect(each).toHaveProperty(key)
      for (const key of required.link) expect(each.originNodeURI).toHaveProperty(key)
      expect(associationTypes).toContain(each.associationType)
    }
    expect(cfPackage.safeParse(written).error).toBeUndefined()
  })
  it('goes there and back', () => {
    const first = read(sample())
    expect(read(writeCase(first, first.standards, maker))).toEqual(first)
  })
  it('says what is wrong with one that is not', () => {
    const fault = (text: string) => {
      const found = readCase(text)
      return 'fault' in found ? say(found.fault) : null
    }
    expect(fault('<html>')).toContain('no JSON')
    expect(fault('{}')).toContain('CFDocument')
    expect(fault(JSON.stringify(sample({ items: [item('one')] })))).toContain('same identifier')
    expect(fault(JSON.stringify(sample({ items: [item('../x')] })))).toContain('no identifier')
    const ring = sample({ items: [item('a'), item('b')], associations: [child('a', 'b', 1), child('b', 'a', 1)] })
    expect(fault(JSON.stringify(ring))).toContain('above itself')
    const many = Array.from({ length: 9001 }, (_, at) => item(`i${at}`))
    expect(fault(JSON.stringify(sample({ items: many })))).toContain('at most 9000 items')
  })
})

describe('bringing a framework again', () => {
  it('changes nothing where nothing has changed, and keeps what the district decided here', () => {
    const { standards } = read(sample())
    const here = { ...standards, one: { ...standards.one!, reported: false, weight: '2' } }
    expect(bringStandards(here, read(sample()), '2026-11-26')).toMatchObject({ desired: [], same: 5 })
  })
  it('withdraws what is no longer in it, and removes nothing', () => {
    const less = sample()
    less.CFItems = less.CFItems.filter((each) => !('identifier' in each && each.identifier === 'two'))
    const plan = bringStandards(read(sample()).standards, read(less), '2026-11-26')
    expect(plan.withdrawn).toEqual(['R.2 States two'])
    expect(plan.desired).toContainEqual({ kind: 'standard', id: 'two', to: { withdrawnOn: '2026-11-26' } })
    expect(plan.desired.some(({ to }) => 'removed' in to && to.removed)).toBe(false)
  })
  it('leaves standards of other frameworks alone', () => {
    const other = { ...read(sample()).standards.one!, source: null }
    expect(bringStandards({ other }, read(sample()), '2026-11-26').withdrawn).toEqual([])
  })
})
