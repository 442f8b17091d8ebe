import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { applyChange, changesTo } from '#core/acts/apply'
import { blanks } from '#core/kinds'
import { gridChanges } from '#core/formats/grid/changes'
import { finderOf } from '#core/formats/grid/names'
import { readGrid, type Grid } from '#core/formats/grid/read'
import { writeGrid } from '#core/formats/grid/write'
import { assignmentsOf, planOf } from '#core/plan/rules'
import type { ClassSnapshot } from '#core/section'
import { aClass } from '../support/class'

const always = [{ firstDay: '2026-08-31', lastDay: null }]
const students = [
  { id: 's1', givenName: 'Rosalind', familyName: 'Achterberg', pronouns: null, spans: always },
  { id: 's2', givenName: 'Inés', familyName: 'Castellanos Ruiz', pronouns: null, spans: always },
  { id: 's3', givenName: 'Łucja', familyName: 'Kowalczyk', pronouns: null, spans: always },
  { id: 's4', givenName: 'An', familyName: 'Nguyễn', pronouns: null, spans: always },
  { id: 's5', givenName: 'Binh', familyName: 'Nguyễn', pronouns: null, spans: always },
]
const theClass = (): ClassSnapshot => ({
  ...aClass({
    categories: { Labs: '60', Checks: '40' },
    assignments: {
      lab: { name: 'Lab: sand, silt and "clay"', shortName: 'Lab', categoryId: 'Labs', points: '20' },
      check: { name: 'Check 5', shortName: 'Check 5', categoryId: 'Checks', points: '10', dueOn: '2026-11-17' },
    },
    scores: {
      s1: { lab: { value: { points: '18.5' }, marks: ['late'] }, check: '9' },
      s2: { lab: { value: { label: 'B+' } }, check: { marks: ['missing'] } },
    },
  }),
  students,
})
const read = (snapshot: ClassSnapshot, table: string[][], from?: string[]) =>
  readGrid(table, { students: snapshot.students, assignments: assignmentsOf(snapshot), from })
const outcome = (snapshot: ClassSnapshot, grid: Grid) =>
  gridChanges(snapshot, grid, {
    studentOf: ({ match }) => ('student' in match ? match.student : null),
    assignmentOf: ({ target, head, points, dueOn }) =>
      target.to === 'assignment'
        ? assignmentsOf(snapshot).find((each) => each.id === target.id)!
        : target.to === 'new'
          ? { ...blanks.assignment, id: 'made', name: head, points: points ?? '10', dueOn, removed: false }
          : null,
    placeOf: ({ points }) => ({ scale: planOf(snapshot).scale, possible: points }),
  })
/** Out to a CSV file and back through another reader: RFC 4180 as papaparse reads it. */
const throughCsv = (table: string[][]) => Papa.parse<string[]>(Papa.unparse(table)).data
const quarter = (snapshot: ClassSnapshot) => snapshot.periods.find((each) => each.id === 'q2')!

describe('who is meant by a name', () => {
  const find = finderOf(students)
  const idOf = (text: string) => {
    const match = find(text)
    return 'student' in match ? [match.student.id, match.sure] : match.why
  }
  it.each([
    ['Achterberg, Rosalind', ['s1', true]],
    ['ROSALIND ACHTERBERG', ['s1', true]],
    ['s1', ['s1', true]],
    ['Ines Castellanos Ruiz', ['s2', true]],
    ['Castellanos, Inés', ['s2', false]], // one of two family names
    ['Lucja Kowalczyk', ['s3', true]],
    ['Nguyen An', ['s4', true]],
    ['Nguyen', 'several'],
    ['Petrosyan, Ani', 'none'],
    ['', 'none'],
  ])('%j', (text, expected) => expect(idOf(text)).toEqual(expected))
})

describe('the sheet as a file, there and back', () => {
  it('an export that nobody edited changes nothing', () => {
    const snapshot = theClass()
    const grid = read(snapshot, throughCsv(writeGrid(snapshot, quarter(snapshot))))!
    expect(outcome(snapshot, grid)).toEqual({ desired: [], changes: [], refused: [] })
  })
  it('changes just what was edited: a score, a mark, a blank; what is computed is never read', () => {
    const snapshot = theClass()
    const table = throughCsv(writeGrid(snapshot, quarter(snapshot)))
    const row = (name: string) => table.find((each) => each[0] === name)!
    row('Achterberg, Rosalind')[2] = '19'
    row('Castellanos Ruiz, Inés')[3] = ''
    row('Kowalczyk, Łucja')[3] = '8 absent'
    row('Nguyễn, An')[4] = '100'
    const found = outcome(snapshot, read(snapshot, table)!)
    expect(found.changes.map(({ student, column, before, after }) => [student.id, column, before, after])).toEqual([
      ['s1', 'Lab: sand, silt and "clay"', '18.5 late', '19'],
      ['s2', 'Check 5', 'missing', ''],
      ['s3', 'Check 5', '', '8 absent'],
    ])
    for (const change of changesTo(snapshot.records, found.desired)) applyChange(snapshot.records, change)
    const again = read(snapshot, throughCsv(writeGrid(snapshot, quarter(snapshot))))!
    expect(outcome(snapshot, again).changes).toEqual([])
  })
  it('a new column becomes an assignment, with its scores; names that nobody has are listed', () => {
    const snapshot = theClass()
    const table = [
      ['Name', 'Check 5', 'Delta model'],
      ['An Nguyen', '9', '22'],
      ['Ani Petrosyan', '7', '21'],
      ['Nguyen', '7', '21'],
    ]
    const grid = read(snapshot, table)!
    expect(grid.columns.map(({ target }) => target.to)).toEqual(['assignment', 'new'])
    expect(grid.rows.map(({ match }) => ('student' in match ? match.student.id : match.why))).toEqual([
      's4',
      'none',
      'several',
    ])
    expect(outcome(snapshot, grid).desired.map((each) => [each.kind, each.id])).toEqual([
      ['cell', 's4/check'],
      ['assignment', 'made'],
      ['cell', 's4/made'],
    ])
  })
  it('a block with names and no heads goes to the columns from the chosen one on', () => {
    const snapshot = theClass()
    const grid = read(
      snapshot,
      [
        ['Kowalczyk', '7', '12'],
        ['Achterberg', '8', '88'],
      ],
      ['check'],
    )!
    expect(grid.columns.map(({ target }) => target)).toEqual([{ to: 'assignment', id: 'check' }, { to: 'nowhere' }])
    expect(outcome(snapshot, grid).changes.map((each) => each.after)).toEqual(['7', '8'])
  })
  it('from elsewhere, a blank says nothing and a score leaves the marks; given and family names may stand apart', () => {
    const snapshot = theClass()
    const grid = read(snapshot, [
      ['Family', 'Given', 'Lab'],
      ['Achterberg', 'Rosalind', '17'],
      ['Castellanos Ruiz', 'Ines', ''],
    ])!
    expect(outcome(snapshot, grid).changes.map((each) => each.after)).toEqual(['17 late'])
  })
  it('what cannot be read is listed with the reason and nothing else is lost', () => {
    const snapshot = theClass()
    const grid = read(snapshot, [
      ['Student', 'Check 5'],
      ['Nguyễn, An', 'lots'],
      ['Nguyễn, Binh', '8'],
    ])!
    const found = outcome(snapshot, grid)
    expect(found.refused).toMatchObject([{ name: 'An Nguyễn', column: 'Check 5', text: 'lots' }])
    expect(found.changes.map((each) => each.after)).toEqual(['8'])
  })
  it('a table without anybody of the class is none', () =>
    expect(read(theClass(), [['Petrosyan, Ani', '7']])).toBeNull())
})
