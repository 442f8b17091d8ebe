import { readdirSync, readFileSync } from 'node:fs'
import addFormats from 'ajv-formats'
import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020'
import { describe, expect, it } from 'vitest'
import { desired } from '#core/exchange/desired'
import { merge } from '#core/exchange/merge'
import type { Sendable } from '#core/exchange/thing'
import { entityOf, versions, wireOf, type Version } from '#core/formats/oneroster/gradebook'
import { gradebookFiles, readGradebookFiles } from '#core/formats/oneroster/csv-gradebook'
import { currentGrades } from '#core/report-card/declared'
import { blanks } from '#core/kinds'
import { put } from '#core/records'
import { classroomReceipts } from '../../demo/classroom'
import { district, overnight, withMoves } from '../../demo/district'
import { published } from '../../demo/published'
import { faultsIn } from '../../standins/standard'
import { asTold } from '../../standins/versions'
import { aClass, aStandard } from '../support/class'

/**
 * Both sides of the wire held to one description of it: the JSON Schemas of docs/schemas, written down from memory of
 * OneRoster 1.1 and 1.2 (1EdTech), by a validator that is not ours (Ajv).
 */
const ajv = new Ajv2020({ allErrors: true })
addFormats(ajv)
const schemas = new Map<string, ValidateFunction>(
  readdirSync('docs/schemas').map((file) => [
    file.replace('.schema.json', ''),
    ajv.compile(JSON.parse(readFileSync(`docs/schemas/${file}`, 'utf8')) as object),
  ]),
)
function faultsOf(name: string, entity: unknown): string[] {
  const validate = schemas.get(name)!
  return validate(entity) ? [] : validate.errors!.map((each) => `${each.instancePath} ${each.message}`)
}
const envelope = (each: Sendable) => ({
  sourcedId: each.id,
  status: 'active',
  dateLastModified: '2026-11-25T12:00:00.000Z',
  ...(entityOf[each.type] === 'result' ? { scoreDate: '2026-11-25' } : {}),
})

/** A class in which everything is that can be sent. */
function everything(): Sendable[] {
  const snapshot = aClass({
    categories: { tests: '100' },
    assignments: { a: { categoryId: 'tests', standardIds: ['s1'], multiplier: '1.5' }, b: { categoryId: 'tests' } },
    scores: {
      ann: {
        a: { value: { points: '8.5' }, marks: ['late'], note: 'Redo no. 4', noteFor: 'family' },
        b: { value: { label: 'B' } },
      },
      ben: { a: { marks: ['excused'] }, b: { marks: ['missing'] } },
      cai: { a: { marks: ['incomplete', 'absent'] }, b: { value: { percent: '85' } } },
    },
  })
  snapshot.standards.push(aStandard('s1'))
  snapshot.records.plan.class!.proficiency.reports = 'both'
  put(snapshot.records, 'levelOverride', 'ann/s1/q2', { level: '4', reason: 'Showed it' })
  put(snapshot.records, 'override', 'ann/q2', {
    percent: '80',
    label: 'B-',
    reason: 'redone',
    familyLine: '',
    incompleteUntil: null,
    meant: '',
  })
  put(snapshot.records, 'remark', 'ben/q2', { text: 'Ben asks good questions.' })
  snapshot.declared.q2 = currentGrades(snapshot, snapshot.periods[2]!)
  snapshot.records.declaration.q2 = { ...blanks.declaration, declared: true }
  const ids = new Map(['class', 'year', 'q1', 'q2', 'ann', 'ben', 'cai', 'dov'].map((id) => [id, `sis-${id}`]))
  return desired(snapshot, ids).sendables
}

describe('what we send', () => {
  it.each(versions)(
    'is by the schemas of OneRoster %s, and by the stand-in’s own reading of the standard',
    (version) => {
      const all = everything()
      expect(new Set(all.map((each) => each.type))).toEqual(
        new Set(['category', 'assignment', 'score', 'term', 'grade']),
      )
      const parts = { category: 'categories', lineItem: 'lineItems', result: 'results' } as const
      for (const each of all) {
        const entity = entityOf[each.type]
        const sent = { ...envelope(each), ...wireOf(each, version) } as { sourcedId: string }
        expect([each.title, faultsOf(`${entity}-${version}`, sent)]).toEqual([each.title, []])
        expect(faultsIn(parts[entity], sent, version === '1.2' ? 'v1p2' : 'v1p1')).toEqual([])
      }
    },
  )
  it('is said where it is not: the schemas and the stand-in find the same faults', () => {
    const [score] = everything().filter((each) => each.type === 'score')
    const sent: Record<string, unknown> = { ...envelope(score!), ...wireOf(score!, '1.2') }
    const broken: Record<string, unknown>[] = [
      { ...sent, scoreStatus: 'graded' },
      { ...sent, scoreDate: 'today' },
      { ...sent, student: {} },
      { ...sent, score: '8' },
      { ...sent, status: 'on' },
      { ...sent, dateLastModified: '2026-11-25' },
    ]
    for (const each of broken) {
      expect(faultsOf('result-1.2', each).length).toBeGreaterThan(0)
      expect(faultsIn('results', each as { sourcedId: string }, 'v1p2').length).toBeGreaterThan(0)
    }
  })
})

describe('the files of a class', () => {
  it.each(versions)('are read back without loss, by OneRoster CSV %s', (version) => {
    const all = everything()
    const odd = 'Quiz, "two"\nof 3; =1+1'
    for (const each of all) if (each.type === 'assignment') each.fields.name = odd
    const files = gradebookFiles(all, version, '2026-11-25', '2026-11-25T12:00:00.000Z')
    expect(files['manifest.csv']).toContain(`oneroster.version,${version}`)
    const others = all.filter((each) => entityOf[each.type] !== 'result').length
    const read = readGradebookFiles(new Map(Object.entries(files)))
    if ('faults' in read) throw new Error(JSON.stringify(read.faults))
    expect([...read.things.keys()].toSorted()).toEqual(all.map((each) => each.id).toSorted())
    for (const each of all) {
      const back = read.things.get(each.id)!
      expect([back.type, merge(null, each.fields, back.fields).conflicts]).toEqual([each.type, []])
    }
    // A delta says what goes, and each fault is named by file, line and column.
    const delta = {
      'manifest.csv': `propertyName,value\noneroster.version,${version}\nfile.categories,absent\nfile.lineItems,absent\nfile.results,delta`,
      'results.csv': files['results.csv']!.replace(',active,', ',tobedeleted,'),
    }
    const changed = readGradebookFiles(new Map(Object.entries(delta)))
    expect('gone' in changed && [changed.gone.size, changed.things.size]).toEqual([1, read.things.size - 1 - others])
    const broken = {
      ...files,
      'results.csv': files['results.csv']!.replace(/fully graded,[\d.]+/, 'fully graded,many'),
    }
    expect(readGradebookFiles(new Map(Object.entries(broken)))).toMatchObject({
      faults: [{ file: 'results.csv', column: 'score', reason: { code: 'file.value', typed: 'many' } }],
    })
  })
})

describe('what the stand-ins hold and tell', () => {
  const names: Record<string, string> = {
    orgs: 'org',
    academicSessions: 'academicSession',
    courses: 'course',
    classes: 'class',
    users: 'user',
    enrollments: 'enrollment',
  }
  it.each(Object.entries(names))('their %s are by the schema', (collection, name) => {
    const roster = published(overnight(withMoves(district()))) as unknown as Record<string, object[]>
    for (const each of roster[collection]!) expect([each, faultsOf(`${name}-1.2`, each)]).toEqual([each, []])
  })
  it('coursework is by the schemas of both versions', () => {
    const called = { categories: 'category', lineItems: 'lineItem', results: 'result' }
    for (const { part, entity } of classroomReceipts(district()))
      for (const [version, path] of [
        ['1.2', 'v1p2'],
        ['1.1', 'v1p1'],
      ] as [Version, 'v1p1' | 'v1p2'][])
        expect(faultsOf(`${called[part]}-${version}`, asTold(entity, part, path))).toEqual([])
  })
})
