import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readRosterCsv, type CsvFault } from '#core/formats/oneroster/csv'
import { rosterFromRest } from '#core/formats/oneroster/rest'
import { rosterKinds } from '#core/formats/oneroster/roster'
import { sessionFaults, sessionOddities } from '#core/formats/oneroster/sessions'
import { isOwnSpace, ownSpace, spaceOf } from '#core/roster/own-space'
import { district, withMoves } from '../../demo/district'
import { csvFiles } from '../support/oneroster-files'

const roster = withMoves(district())
const read = (change: (files: Record<string, string>) => void, version: '1.1' | '1.2' = '1.2') => {
  const files = csvFiles(roster, version)
  change(files)
  return readRosterCsv(new Map(Object.entries(files)))
}
const faultsOf = (answer: ReturnType<typeof read>): CsvFault[] => ('faults' in answer ? answer.faults : [])
const edit = (file: string, from: string | RegExp, to: string) => (files: Record<string, string>) => {
  expect(files[file]).toMatch(from)
  files[file] = files[file]!.replace(from, to)
}
const manifest = (lines: string[]) => (files: Record<string, string>) => {
  files['manifest.csv'] = ['propertyName,value', 'oneroster.version,1.2', ...lines].join('\r\n')
}

// OneRoster CSV 1.1 and 1.2, section on the manifest: bulk, delta, absent for each file (from memory).
describe('the manifest says of each file what it is', () => {
  it('absent ones are not asked for, and what leads into them is looked for here', () => {
    const answer = read((files) => {
      manifest(['file.courses,absent', 'file.orgs,absent'])(files)
      delete files['courses.csv']
      delete files['orgs.csv']
    })
    expect(answer).toMatchObject({
      roster: { modes: { courses: 'absent', orgs: 'absent', classes: 'bulk' }, courses: [] },
    })
  })
  it('a delta keeps apart what it takes away', () => {
    const answer = read((files) => {
      manifest(['file.enrollments,delta', 'file.users,delta'])(files)
      files['enrollments.csv'] = files['enrollments.csv']!.replace(/^(e-es7a-st-001),active/m, '$1,tobedeleted')
    })
    expect(answer).toMatchObject({
      roster: {
        modes: { enrolments: 'delta', people: 'delta' },
        gone: { enrolments: [{ id: 'e-es7a-st-001', class: 'es7a' }] },
      },
    })
  })
  it('what it cannot be is said', () => {
    expect(faultsOf(read(manifest(['file.users,partly'])))).toMatchObject([
      { file: 'manifest.csv', line: 3, column: 'value', reason: { code: 'file.mode', mode: 'partly' } },
    ])
  })
})

describe('what no calendar can be made of is refused with its file and line', () => {
  const parentOf = (id: string, parent: string) => (files: Record<string, string>) => {
    const lines = files['academicSessions.csv']!.split('\r\n')
    const at = lines.findIndex((line) => line.startsWith(`${id},`))
    const fields = lines[at]!.split(',')
    fields[7] = parent
    lines[at] = fields.join(',')
    files['academicSessions.csv'] = lines.join('\r\n')
  }
  it('a session that is its own parent', () => {
    expect(faultsOf(read(parentOf('q1', 'q1')))).toMatchObject([
      { file: 'academicSessions.csv', column: 'parentSourcedId', reason: { code: 'file.own-parent', id: 'q1' } },
    ])
  })
  it('two that are above each other', () => {
    const [first] = roster.academicSessions.filter((each) => !each.parent).map((each) => each.sourcedId)
    const faults = faultsOf(read(parentOf(first!, 'q1')))
    expect(faults.map((each) => each.file)).toContain('academicSessions.csv')
    expect(faults.some((each) => each.reason.code === 'file.ring')).toBe(true)
  })
  it('one that ends before it begins', () => {
    expect(
      faultsOf(read(edit('academicSessions.csv', '2026-08-31,2026-10-31', '2026-11-30,2026-10-31'))),
    ).toMatchObject([{ reason: { code: 'file.ends-first', id: 'q1' } }])
  })
  it('a type that every object answers to is none', () => {
    expect(faultsOf(read(edit('academicSessions.csv', 'gradingPeriod', 'constructor')))[0]).toMatchObject({
      column: 'type',
      reason: { code: 'file.choice', typed: 'constructor' },
    })
  })
  it('ids that no database holds', () => {
    expect(faultsOf(read(edit('orgs.csv', /^[^,\r\n]+(?=,active)/m, 'x'.repeat(9000))))[0]).toMatchObject({
      file: 'orgs.csv',
      line: 2,
      column: 'sourcedId',
    })
    expect(faultsOf(read(edit('orgs.csv', /^[^,\r\n]+(?=,active)/m, 'a\0b')))[0]).toMatchObject({ column: 'sourcedId' })
  })
  it('gaps and overlaps of sessions side by side are said and refused nothing', () => {
    const session = (id: string, firstDay: string, lastDay: string) =>
      ({ id, title: id, kind: 'grading', firstDay, lastDay, parent: 'year' }) as const
    const sessions = [
      session('Q1', '2026-09-01', '2026-10-30'),
      session('Q2', '2026-11-04', '2026-12-20'),
      session('Q3', '2026-12-20', '2027-02-01'),
    ]
    expect(sessionFaults(sessions)).toEqual([])
    // A weekend between two is none.
    expect(
      sessionOddities([session('Q1', '2026-09-01', '2026-10-30'), session('Q2', '2026-11-02', '2026-12-20')]),
    ).toEqual([])
    expect(sessionOddities(sessions)).toEqual([
      { code: 'gap', titles: ['Q1', 'Q2'], firstDay: '2026-10-31', lastDay: '2026-11-03' },
      { code: 'overlap', titles: ['Q2', 'Q3'], firstDay: '2026-12-20', lastDay: '2026-12-20' },
    ])
  })
  it('any tree of sessions is judged without an end in sight or a fault', () => {
    const anySession = fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      parent: fc.constantFrom('a', 'b', 'c', 'd', null),
    })
    fc.assert(
      fc.property(fc.uniqueArray(anySession, { selector: (each) => each.id }), (list) => {
        const sessions = list.map((each) => ({
          ...each,
          title: each.id,
          kind: 'grading' as const,
          firstDay: '2026-09-01',
          lastDay: '2026-10-01',
        }))
        // A second opinion: Kahn's sorting takes away whoever has nobody above; who is left is in a ring, or below one.
        let left = sessions
        for (;;) {
          const ids = new Set(left.map((each) => each.id))
          const next = left.filter((each) => each.parent !== null && ids.has(each.parent))
          if (next.length === left.length) break
          left = next
        }
        expect(sessionFaults(sessions).length > 0).toBe(left.length > 0)
      }),
    )
  })
})

describe('a teacher’s file stays in the teacher’s own space', () => {
  const file = rosterFromRest(roster)
  const teacher = { id: 'user-7', sourcedId: 't-okafor', email: 'm.okafor-lindgren@marram.example' }
  const own = (id: string) => id.startsWith(spaceOf('user-7'))
  it('its classes, students and calendar are there, under ids of its own', () => {
    const scoped = ownSpace(file, teacher)
    expect(scoped.classes.map((each) => each.title)).toContain('Earth Systems 7A')
    expect(scoped.classes.map((each) => each.title)).not.toContain('Grade 3')
    expect(scoped.people.every((each) => each.role === 'student')).toBe(true)
    expect(scoped.taughtBy).toBe('user-7')
  })
  it('the bringer is known by the district’s id or by the address', () => {
    expect(ownSpace(file, { ...teacher, sourcedId: null }).classes.length).toBeGreaterThan(0)
    expect(ownSpace(file, { ...teacher, sourcedId: null, email: null }).classes).toEqual([])
  })
  it('whatever the file names, no id in it is anybody else’s', () => {
    const id = fc.constantFrom('es7a', 'g3', 't-okafor', 'own:user-9:es7a', 'q1', 'x')
    fc.assert(
      fc.property(fc.array(fc.tuple(id, id, fc.constantFrom('teacher', 'student')), { maxLength: 20 }), (enrolled) => {
        const sly = {
          ...file,
          classes: file.classes.map((each, at) => ({ ...each, id: enrolled[at]?.[0] ?? each.id })),
          enrolments: enrolled.map(([cls, person, role], at) => ({
            ...{ id: `e${at}`, class: cls, person, firstDay: null, lastDay: null },
            role: role as 'teacher' | 'student',
          })),
          gone: { enrolments: enrolled.map(([cls, person]) => ({ id: cls, class: cls, person })), people: ['t-varga'] },
        }
        const scoped = ownSpace(sly, teacher)
        for (const kind of rosterKinds)
          for (const each of scoped[kind]) expect([kind, own(each.id)]).toEqual([kind, true])
        for (const each of scoped.classes) expect([each.course, each.school, ...each.terms].every(own)).toBe(true)
        for (const each of [...scoped.periods, ...scoped.orgs])
          expect(each.parent === null || own(each.parent)).toBe(true)
        for (const each of [...scoped.enrolments, ...scoped.gone.enrolments])
          expect(own(each.class) && own(each.person)).toBe(true)
        expect(scoped.gone.people).toEqual([])
        expect(scoped.enrolments.every((each) => each.role === 'student')).toBe(true)
      }),
    )
  })
  it('the district’s ids are never of such a space', () => {
    for (const kind of rosterKinds) for (const each of file[kind]) expect(isOwnSpace(each.id)).toBe(false)
  })
})
