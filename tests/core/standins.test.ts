import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { faultsSchema, noFaults } from '../../standins/faults'
import { Held } from '../../standins/held'
import { page } from '../../standins/page'
import { refusalOf } from '../../standins/rules'

let folder: string
let held: Held
const ref = (sourcedId: string) => ({ sourcedId })
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'yukata-standin-'))
  const roster = {
    users: [{ sourcedId: 's1', givenName: 'Ann', familyName: '<Test>' }],
    classes: [{ sourcedId: 'c1', title: 'A class' }],
    academicSessions: [{ sourcedId: 'q1' }],
  }
  writeFileSync(join(folder, 'roster.json'), JSON.stringify(roster))
  held = new Held(folder)
})
afterEach(() => rmSync(folder, { recursive: true }))

const category = { sourcedId: 'k', title: 'Tests' }
const item = {
  sourcedId: 'i',
  title: 'Test',
  class: ref('c1'),
  category: ref('k'),
  academicSession: ref('q1'),
  resultValueMax: 10,
}
const result = { sourcedId: 'r', lineItem: ref('i'), student: ref('s1'), score: 8 }
function receiveAll(): void {
  held.receive('categories', 'k', category)
  held.receive('lineItems', 'i', item)
  held.receive('results', 'r', result)
}

describe('what a stand-in holds', () => {
  it('is still there after a restart', () => {
    receiveAll()
    held.receive('results', 'r', null)
    const again = new Held(folder)
    expect([again.list('lineItems'), again.list('results')]).toEqual([[item], []])
    expect(again.receipts).toHaveLength(4)
  })
  it('counts a thing that arrives again unchanged as one arrival', () => {
    receiveAll()
    held.receive('results', 'r', { ...result, dateLastModified: 'later' })
    held.receive('results', 'never', null)
    expect(held.receipts).toHaveLength(3)
    held.receive('results', 'r', { ...result, score: 9 })
    expect(held.receipts).toHaveLength(4)
  })
  it('is shown on its page, with nothing that a name could break', () => {
    receiveAll()
    const html = page([{ name: 'The district', base: '/sis', held, faults: noFaults() }])
    expect(html).toContain('&#60;Test&#62;')
    expect(html).not.toContain('<Test>')
  })
})

describe('what a district refuses', () => {
  const refused = (part: 'lineItems' | 'results', change: object, faults = noFaults()) =>
    refusalOf(held, faults, part, { ...(part === 'results' ? result : item), ...change })
  beforeEach(receiveAll)

  it('is nothing of what is in order', () => {
    expect(refused('lineItems', {})).toBeNull()
    expect(refused('results', {})).toBeNull()
    expect(refused('results', { score: 20 })).toBeNull()
  })
  it.each([
    ['an unknown class', 'lineItems', { class: ref('c9') }, /Unknown class/],
    ['an unknown category', 'lineItems', { category: ref('k9') }, /Unknown category/],
    ['an unknown period', 'lineItems', { academicSession: ref('q9') }, /Unknown grading period/],
    ['an unknown assignment', 'results', { lineItem: ref('i9') }, /Unknown assignment/],
    ['an unknown student', 'results', { student: ref('s9') }, /Unknown student/],
    ['a score of more than twice the maximum', 'results', { score: 20.5 }, /out of range/],
  ] as const)('%s', (_, part, change, words) => expect(refused(part, change)).toMatch(words))
  it('and, when told to, a student it says it does not know and a term that is closed', () => {
    expect(refused('results', {}, faultsSchema.parse({ unknownStudents: ['s1'] }))).toMatch(/Unknown student/)
    expect(refused('results', {}, faultsSchema.parse({ closedSessions: ['q1'] }))).toMatch(/closed/)
    expect(refused('lineItems', {}, faultsSchema.parse({ closedSessions: ['q1'] }))).toMatch(/closed/)
  })
})
