import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { readRosterCsv, type CsvFault } from '#core/formats/oneroster/csv'
import { academicSession, classEntity, enrollment, org, rosterFromRest, user } from '#core/formats/oneroster/rest'
import { dangling } from '#core/formats/oneroster/roster'
import { district, withMoves } from '../../demo/district'
import { csvFiles } from '../support/oneroster-files'

const roster = withMoves(district())
const read = (version: '1.1' | '1.2', change: (files: Record<string, string>) => void = () => {}) => {
  const files = csvFiles(roster, version)
  change(files)
  return readRosterCsv(new Map(Object.entries(files)))
}
function faults(change: (files: Record<string, string>) => void, version: '1.1' | '1.2' = '1.2'): CsvFault[] {
  const answer = read(version, change)
  return 'faults' in answer ? answer.faults : []
}
const replaceIn =
  (file: string, line: number, from: string | RegExp, to: string) => (files: Record<string, string>) => {
    const lines = files[file]!.split('\r\n')
    lines[line - 1] = lines[line - 1]!.replace(from, to)
    files[file] = lines.join('\r\n')
  }

describe('a roster over REST', () => {
  const taken = rosterFromRest(roster)
  it('has every reference in it', () => expect(dangling(taken)).toEqual([]))
  it('turns exclusive end dates into last days', () => {
    expect(taken.periods.find((each) => each.id === 'q1')).toMatchObject({
      firstDay: '2026-08-31',
      lastDay: '2026-10-30',
    })
    expect(taken.enrolments.find((each) => each.id === 'e-es7a-st-017')?.lastDay).toBe('2026-11-10')
  })
  it('knows an exam window by its mark', () =>
    expect(taken.periods.find((each) => each.id === 'x1')?.kind).toBe('exam'))
  it('leaves out what is to be deleted', () => {
    const gone = { ...roster, users: roster.users.map((each) => ({ ...each, status: 'tobedeleted' as const })) }
    expect(rosterFromRest(gone).people).toEqual([])
  })
  it('says which reference leads nowhere', () => {
    expect(dangling({ ...taken, courses: [] })[0]).toMatchObject({ part: 'classes', field: 'course' })
  })
  // OneRoster 1.2 REST binding, required fields (from memory).
  it('refuses entities that lack a required field of the standard', () => {
    const entities = [
      [org, roster.orgs[0]],
      [academicSession, roster.academicSessions[0]],
      [classEntity, roster.classes[0]],
      [user, roster.users[0]],
      [enrollment, roster.enrollments[0]],
    ] as const
    for (const [schema, entity] of entities) {
      expect(schema.safeParse(entity).success).toBe(true)
      for (const field of ['sourcedId', 'status', 'dateLastModified'])
        expect(schema.safeParse({ ...entity, [field]: undefined }).success).toBe(false)
    }
  })
})

describe.each(['1.1', '1.2'] as const)('a roster as CSV %s', (version) => {
  it('reads the same as over REST', () => {
    const answer = read(version)
    const expected = rosterFromRest(roster)
    // Pronouns came into the standard with 1.2.
    if (version === '1.1') expected.people = expected.people.map((each) => ({ ...each, pronouns: null }))
    expect(answer).toEqual({ roster: expected, version })
  })
})

describe('a broken file is refused with its file, line, column and reason', () => {
  it.each([
    ['no manifest', (files: Record<string, string>) => delete files['manifest.csv'], 'manifest.csv', 1, 'propertyName'],
    ['another version', replaceIn('manifest.csv', 3, '1.2', '2.0'), 'manifest.csv', 3, 'value'],
    ['a missing file', (files: Record<string, string>) => delete files['users.csv'], 'users.csv', 1, 'sourcedId'],
    ['a missing column', replaceIn('classes.csv', 1, 'courseSourcedId', 'course'), 'classes.csv', 1, 'courseSourcedId'],
    [
      'a date that is none',
      replaceIn('enrollments.csv', 4, '2026-08-31', '31/08/2026'),
      'enrollments.csv',
      4,
      'beginDate',
    ],
    [
      'a type that is none',
      replaceIn('academicSessions.csv', 3, 'semester', 'half'),
      'academicSessions.csv',
      3,
      'type',
    ],
    ['an empty id', replaceIn('courses.csv', 2, 'c-earth', ''), 'courses.csv', 2, 'sourcedId'],
    ['a person with no name', replaceIn('users.csv', 4, /Rosalind,Achterberg/, ','), 'users.csv', 4, 'givenName'],
    ['a class of no course', replaceIn('classes.csv', 2, 'c-earth', 'c-moon'), 'classes.csv', 2, 'courseSourcedId'],
    [
      'an enrolment of nobody',
      replaceIn('enrollments.csv', 3, 'st-001,student', 'st-999,student'),
      'enrollments.csv',
      3,
      'userSourcedId',
    ],
    ['a line cut short', replaceIn('orgs.csv', 3, /,school.*$/, ''), 'orgs.csv', 3, 'name'],
  ])('%s', (_, change, file, line, column) => {
    const found = faults(change as (files: Record<string, string>) => void)
    expect(found[0]).toMatchObject({ file, line, column })
    expect(say(found[0]!.reason).length).toBeGreaterThan(10)
  })
  it('an id that stands twice', () => {
    const found = faults((files) => (files['orgs.csv'] += '\r\nmarram,active,2026-08-20,Again,school,,brindle'))
    expect(found).toEqual([
      { file: 'orgs.csv', line: 5, column: 'sourcedId', reason: { code: 'file.id-twice', id: 'marram', line: 3 } },
    ])
  })
  it('counts lines as an editor does, past line breaks inside a field', () => {
    const found = faults((files) => {
      replaceIn('enrollments.csv', 3, '2026-08-31', 'soon')(files)
      replaceIn('enrollments.csv', 2, 'true', '"tr\nue"')(files)
    })
    expect(found[0]).toMatchObject({ file: 'enrollments.csv', line: 4, column: 'beginDate' })
  })
  it('all faults at once', () => {
    const both = faults((files) => {
      replaceIn('enrollments.csv', 4, '2026-08-31', 'x')(files)
      replaceIn('academicSessions.csv', 3, 'semester', 'half')(files)
    })
    expect(both).toHaveLength(2)
  })
})
