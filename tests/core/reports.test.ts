import { describe, expect, it } from 'vitest'
import { currentGrades } from '#core/report-card/declared'
import { reports, type ReportCell } from '#core/reports'
import { cellWords } from '~/words/reports'
import { blanks } from '#core/kinds'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

const snapshot = () => {
  const it = aClass({
    categories: { c: '100' },
    assignments: { delta: { categoryId: 'c', dueOn: '2026-11-10' }, late: { categoryId: 'c', dueOn: '2027-02-10' } },
    students: [
      { id: 'ann', givenName: 'Ann', familyName: 'Lee', pronouns: 'she' },
      { id: 'ben', givenName: 'Ben', familyName: 'Moss', pronouns: 'he' },
    ],
    scores: { ann: { delta: '81' }, ben: { delta: { marks: ['missing'] }, late: { marks: ['missing'] } } },
  })
  return it
}
const q2 = (it: ReturnType<typeof snapshot>) => it.periods.find((each) => each.id === 'q2')!
const list = (name: keyof typeof reports, it = snapshot()) => reports[name](it, q2(it), '2026-11-25')

describe('lists of a class', () => {
  it('grades: computed, the own one with its reason, as it counts, as declared', () => {
    const it = snapshot()
    put(it.records, 'override', 'ann/q2', { ...blanks.override, percent: '90', label: 'A-', reason: 'Redone' })
    it.declared.q2 = currentGrades(snapshot(), q2(it))
    const { columns, rows } = list('grades', it)
    expect(columns[0]).toBe('student')
    const [ann] = rows
    expect(ann!.slice(0, 3)).toEqual(['Lee, Ann', '81.0', '90 A-'])
    expect([ann![3], ann!.at(-1)]).toEqual(['90.0', 'Redone'])
    expect(ann![6]).toMatch(/^81\.0 /)
    expect(rows.every((row) => row.length === columns.length)).toBe(true)
  })
  it('remarks: what the card says, the statement for the class with it', () => {
    const it = snapshot()
    it.records.statement.q2 = { text: '{name} built a delta.', stands: 'before' }
    put(it.records, 'remark', 'ann/q2', { text: 'She asks.' })
    expect(list('remarks', it).rows).toEqual([
      ['Lee, Ann', 'Ann built a delta. She asks.', '28'],
      ['Moss, Ben', 'Ben built a delta.', '18'],
    ])
  })
  it('missing work of the period alone', () =>
    expect(list('missing').rows).toEqual([['Moss, Ben', 'delta', '2026-11-10']]))
  it('levels of what the work of the period is about: empty where there is not enough evidence', () => {
    const it = snapshot()
    it.standards.push(aStandard('s1'))
    it.records.assignment.delta!.standardIds = ['s1']
    put(it.records, 'evidence', 'ben/delta/s1', { level: '4' })
    const { rows } = list('levels', it)
    expect(rows.map((row) => row[1])).toEqual(['s1 Does s1', 's1 Does s1'])
    expect(rows[1]![2]).not.toBe('')
  })
  it('where each student stands', () => {
    const it = snapshot()
    it.standards.push(aStandard('s1', { code: 'M.1' }))
    it.records.assignment.delta!.standardIds = ['s1']
    put(it.records, 'evidence', 'ben/delta/s1', { level: '4' })
    expect(list('progress', it).rows).toEqual([
      ['Lee, Ann', '81.0', 'B-', '', '', ''],
      ['Moss, Ben', '0.0', 'F', '1', 'delta', 'M.1 4'],
    ])
  })
  // Common practice: tests 70, quizzes 20, class work 10 with no class work yet make 98.9 of 100 and 95.
  it('how a grade was made, score by score, with what was dropped and why', () => {
    const it = aClass({
      categories: { Tests: '70', Quizzes: '20', 'Class work': '10' },
      assignments: {
        exam: { categoryId: 'Tests' },
        quiz: { categoryId: 'Quizzes', dueOn: '2026-11-11' },
        poor: { categoryId: 'Quizzes', dueOn: '2026-11-12' },
        away: { categoryId: 'Quizzes', dueOn: '2026-11-13' },
      },
      students: [{ id: 'ann', givenName: 'Ann', familyName: 'Lee' }],
      scores: { ann: { exam: '100', quiz: '95', poor: '20', away: { marks: ['excused'] } } },
    })
    Object.assign(it.records.category.Quizzes!, { dropCount: 1 })
    const said = (cell: ReportCell) => (typeof cell === 'string' ? cell : Object.values(cell).join(': '))
    const lines = list('detail', it).rows.map((row) => row.slice(1).map(said).join('|'))
    expect(lines).toEqual([
      'Tests|exam|2026-11-10|100|100.0|77.8|',
      'Tests||||100.0|77.8|',
      'Quizzes|quiz|2026-11-11|95|95.0|22.2|',
      'Quizzes|poor|2026-11-12|20|20.0||dropped',
      'Quizzes|away|2026-11-13|excused|||out: excused',
      'Quizzes||||95.0|22.2|',
      'Class work||||||no result: no scores',
      'Quarter 2|||A|98.9||',
    ])
    put(it.records, 'override', 'ann/q2', { ...blanks.override, percent: '90', label: 'A-' })
    expect(list('detail', it).rows.at(-1)!.slice(1)).toEqual([
      ...['Quarter 2', '', '', 'A-', '90.0', ''],
      { note: 'overridden', computed: '98.9' },
    ])
  })
  it('a grade that is incomplete says so, with its day', () => {
    const it = snapshot()
    put(it.records, 'override', 'ann/q2', { ...blanks.override, incompleteUntil: '2027-01-15' })
    expect(list('grades', it).rows[0]!.map(cellWords)).toContain('incomplete until Jan 15')
    expect(cellWords({ note: 'out', out: 'blank' })).toBe('no score yet')
    expect(cellWords({ note: 'overridden', computed: null })).toBe('overridden; the scores come to nothing')
  })
})
