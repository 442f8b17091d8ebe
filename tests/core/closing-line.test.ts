import { describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import { looseEnds } from '#core/looseends'
import { desired } from '#core/exchange/desired'
import { familyView } from '#core/families/view'
import { cardsOf } from '#core/report-card/card'
import { asOwnGrade, currentGrades, departures, isLeft } from '#core/report-card/declared'
import { declaredTouched } from '#core/report-card/declared-touched'
import { closingLine, closingLines } from '#core/today/closing-line'
import { find, put } from '#core/records'
import { aClass, aStandard } from '../support/class'

const quarter = (periods: ReturnType<typeof earth>['periods']) => periods.find(({ id }) => id === 'q2')!
/** Quarter 2 ends on December 16. */
const earth = () =>
  aClass({
    categories: { Tests: '100' },
    assignments: {
      exam: { categoryId: 'Tests' },
      later: { categoryId: 'Tests', dueOn: '2026-12-10' },
      free: { counts: false },
    },
    scores: { ann: { exam: '90' }, ben: {} },
    students: [{ id: 'ben' }],
  })

describe('how far a class is closed', () => {
  it('counts what is due and blank, remarks, and what is to be looked at in them', () => {
    const snapshot = earth()
    put(snapshot.records, 'remark', jointId('ann', 'q2'), { text: '{name} is ready.' })
    expect(closingLine(snapshot, quarter(snapshot.periods), '2026-11-25')).toMatchObject({
      scored: { now: 3, notYetDue: 2 },
      ...{ written: 1, students: 2, toLookAt: 1, lookedOver: false, declared: false, examsWithout: null },
    })
  })
  it('asks for no remark of a student who left, whatever their grade', () => {
    const snapshot = earth()
    snapshot.students.find(({ id }) => id === 'ben')!.spans = [{ firstDay: '2026-08-31', lastDay: '2026-11-20' }]
    put(snapshot.records, 'cell', jointId('ben', 'exam'), { ...blanks.cell, value: { points: '40' } })
    const line = (today: string) => closingLine(snapshot, quarter(snapshot.periods), today)
    expect(line('2026-11-25')).toMatchObject({ written: 0, students: 1, toLookAt: 0 })
    expect(line('2026-11-20')).toMatchObject({ written: 0, students: 2, toLookAt: 1 })
    // After the year, the class is as it was on its last day.
    expect(line('2027-08-01')).toMatchObject({ students: 1 })
  })
  it('waits for an exam in its window, unless there is none this time', () => {
    const snapshot = earth()
    snapshot.periods.push({
      ...quarter(snapshot.periods),
      ...{ id: 'ex', parentId: 'q2', kind: 'exam', title: 'Exam', firstDay: '2026-12-14' },
    })
    const line = () => closingLine(snapshot, quarter(snapshot.periods), '2026-11-25').examsWithout
    expect(line()).toBe(1)
    snapshot.records.closing.q2 = { ...blanks.closing, noExam: true }
    expect(line()).toBe(0)
  })
  it('asks for a level of each standard that is worked on, and for each habit, of those who are in the class', () => {
    const snapshot = earth()
    const line = () => closingLine(snapshot, quarter(snapshot.periods), '2026-11-25').toDecide
    expect(line()).toBe(null)
    snapshot.standards.push(aStandard('s1'), aStandard('untouched'), aStandard('h1', { habit: true }))
    Object.assign(snapshot.records.assignment.exam!, { standardIds: ['s1'], scoredIn: 'levels' })
    Object.assign(find(snapshot.records, 'cell', 'ann/exam')!, { value: { level: '3' } })
    expect(line()).toEqual({ levels: 1, habits: 2 })
    put(snapshot.records, 'levelOverride', jointId('ann', 'h1', 'q2'), { level: '3', reason: '' })
    snapshot.students[1]!.spans = [{ firstDay: '2026-08-31', lastDay: '2026-11-20' }]
    expect(line()).toEqual({ levels: 0, habits: 0 })
  })
  it('is looked at from three weeks before its end, or the office’s day, until it is declared', () => {
    const snapshot = earth()
    const titles = (today: string) => closingLines(snapshot, today).map((each) => each.period.title)
    expect(titles('2026-11-24')).toEqual(['Quarter 1'])
    expect(titles('2026-11-25')).toEqual(['Quarter 1', 'Quarter 2'])
    snapshot.windows.q2 = { dueOn: '2026-12-20', isClosed: false, answer: '' }
    expect(titles('2026-11-28')).toEqual(['Quarter 1'])
    snapshot.records.declaration.q1 = { declared: true, reason: '' }
    expect(titles('2026-11-28')).toEqual([])
    expect(titles('2026-12-01')).toEqual(['Quarter 2'])
  })
})

describe('a declared term', () => {
  const declared = () => {
    const snapshot = earth()
    snapshot.records.declaration.q2 = { declared: true, reason: '' }
    snapshot.declared.q2 = currentGrades(snapshot, quarter(snapshot.periods))
    return snapshot
  }
  it('is touched by a score or mark of its work that counts, by a level, and by nothing else', () => {
    const snapshot = declared()
    const touched = (id: string, to: object, kind = 'cell') =>
      declaredTouched(snapshot, [{ kind, id, to } as never]).map((each) => each.id)
    expect(touched('ann/exam', { value: null })).toEqual(['q2'])
    expect(touched('ann/exam', { marks: ['late'] })).toEqual(['q2'])
    expect(touched('ann/exam', { note: 'asked' })).toEqual([])
    expect(touched('ann/free', { value: null })).toEqual([])
    expect(touched('ann/q2', { text: 'x' }, 'remark')).toEqual([])
    expect(touched('ann/free/std', { level: '3' }, 'evidence')).toEqual(['q2'])
    expect(touched('ann/std/q2', { level: '3' }, 'levelOverride')).toEqual(['q2'])
    expect(touched('ann/std/q2', { reason: 'seen' }, 'levelOverride')).toEqual([])
    expect(touched('ann/std/q1', { level: '3' }, 'levelOverride')).toEqual([])
    snapshot.records.declaration.q2!.declared = false
    expect(touched('ann/exam', { value: null })).toEqual([])
  })
  /** A class with a standard, a remark, and a level, declared. */
  const withAll = () => {
    const snapshot = earth()
    snapshot.standards = [aStandard('std')]
    snapshot.records.plan.class!.proficiency = { ...snapshot.records.plan.class!.proficiency, reports: 'both' }
    snapshot.records.assignment.exam!.standardIds = ['std']
    put(snapshot.records, 'remark', 'ann/q2', { text: 'Ann is ready.' })
    put(snapshot.records, 'evidence', 'ann/exam/std', { ...blanks.evidence, level: '3' })
    snapshot.records.declaration.q2 = { declared: true, reason: '' }
    snapshot.declared.q2 = currentGrades(snapshot, quarter(snapshot.periods))
    return snapshot
  }
  const q2 = (snapshot: ReturnType<typeof earth>) => quarter(snapshot.periods)
  const differs = (snapshot: ReturnType<typeof earth>) =>
    departures(snapshot.declared.q2!, currentGrades(snapshot, q2(snapshot))).map(({ studentId, differs }) => [
      studentId,
      differs,
    ])
  const cardOf = (snapshot: ReturnType<typeof earth>) => cardsOf(snapshot, q2(snapshot), 'ann', [], '2026-11-25')[0]!
  const sentOf = (snapshot: ReturnType<typeof earth>) => {
    const ids = new Map([...snapshot.students, ...snapshot.periods].map(({ id }) => [id, id]))
    return desired(snapshot, ids.set('class', 'class')).sendables.find(({ id }) => id === 'class.q2.grade.ann')!.fields
  }
  it('is on cards, with families, and in the SIS as it was declared, whatever changes after', () => {
    const snapshot = withAll()
    const [card, sent] = [cardOf(snapshot), sentOf(snapshot)]
    const seen = () =>
      familyView(
        snapshot,
        snapshot.students.find(({ id }) => id === 'ann')!,
        q2(snapshot),
        '2026-11-25',
      )
    const { grades, levels } = seen()
    expect(card.classes[0]).toMatchObject({ declared: true, remark: 'Ann is ready.', grade: { percent: '90.0' } })
    expect(card.classes[0]!.standards[0]!.level!.value).toBe('3')

    put(snapshot.records, 'remark', 'ann/q2', { text: 'Ann is not ready.' })
    put(snapshot.records, 'evidence', 'ann/exam/std', { ...blanks.evidence, level: '1' })
    put(snapshot.records, 'cell', 'ann/exam', { ...blanks.cell, value: { points: '10' } })
    snapshot.students.find(({ id }) => id === 'ann')!.familyName = 'Another'
    expect(differs(snapshot)).toEqual([['ann', ['grade', 'remark', 'levels', 'name']]])
    expect(cardOf(snapshot).classes[0]!.standards.map((each) => each.level!.value)).toEqual(['3'])
    expect(cardOf(snapshot)).toMatchObject({ student: card.student, rosterName: card.rosterName })
    expect(cardOf(snapshot).classes[0]).toMatchObject({ remark: 'Ann is ready.', grade: card.classes[0]!.grade })
    expect(sentOf(snapshot)).toEqual(sent)
    // A longer period is made of the grades as they are now.
    expect(seen().grades[0]).toEqual(grades[0])
    expect(seen().levels.standards.map((each) => each.level!.value)).toEqual(
      levels.standards.map((each) => each.level!.value),
    )

    // Declared again, everything is new.
    snapshot.declared.q2 = currentGrades(snapshot, q2(snapshot))
    expect(differs(snapshot)).toEqual([])
    expect(cardOf(snapshot).classes[0]).toMatchObject({ remark: 'Ann is not ready.', grade: { percent: '10.0' } })
  })
  it('says what changed after it, one loose end for the term', () => {
    const snapshot = withAll()
    const ends = () => looseEnds(snapshot).flatMap(({ code, message }) => (code === 'drift' ? message : []))
    put(snapshot.records, 'remark', 'ann/q2', { text: 'Ann is early.' })
    expect(ends()).toMatchObject([{ code: 'end.drift-other', what: ['remark'] }])
    put(snapshot.records, 'statement', 'q2', { text: 'We built a delta.', stands: 'before' })
    expect(ends()).toMatchObject([{ code: 'end.drift-many', students: 2 }])
    // A newcomer's card is not part of what was declared.
    snapshot.students.push({ ...snapshot.students[0]!, id: 'new' })
    expect(cardsOf(snapshot, q2(snapshot), 'new', [], '2026-11-25')[0]!.classes[0]!.declared).toBe(false)
  })
  it('can be left as it drifted, until the grade moves again', () => {
    const snapshot = declared()
    const drifts = () => looseEnds(snapshot).filter(({ code }) => code === 'drift').length
    const score = (points: string) => Object.assign(find(snapshot.records, 'cell', 'ann/exam')!, { value: { points } })
    score('59')
    expect(drifts()).toBe(1)
    const [moved] = departures(snapshot.declared.q2!, currentGrades(snapshot, quarter(snapshot.periods)))
    expect(moved!.now.percent).toBe('59.0')
    expect(asOwnGrade(moved!.now)).toEqual({ percent: '59', label: moved!.now.label })
    // As the database keeps it: without the place that is shown.
    const id = jointId('ann', 'q2')
    put(snapshot.records, 'driftLeft', id, { percent: '59', label: moved!.now.label, reason: 'agreed' })
    expect([drifts(), isLeft(snapshot, 'ann', 'q2', moved!.now)]).toEqual([0, true])
    score('58')
    expect(drifts()).toBe(1)
    score('59')
    find(snapshot.records, 'driftLeft', id)!.reason = ''
    expect(drifts()).toBe(1)
  })
})

describe('an incomplete grade', () => {
  it('is declared and sent as none, and speaks up when it is made good', () => {
    const snapshot = earth()
    put(snapshot.records, 'override', jointId('ann', 'q2'), { ...blanks.override, incompleteUntil: '2027-01-15' })
    const of = () => currentGrades(snapshot, quarter(snapshot.periods)).find(({ studentId }) => studentId === 'ann')!
    expect(of()).toMatchObject({ percent: null, label: null, unadjusted: null, computedPercent: '90.0' })
    snapshot.records.declaration.q2 = { declared: true, reason: '' }
    snapshot.declared.q2 = currentGrades(snapshot, quarter(snapshot.periods))
    find(snapshot.records, 'override', jointId('ann', 'q2'))!.incompleteUntil = null
    expect(departures(snapshot.declared.q2, [of()])).toMatchObject([
      { was: { percent: null }, now: { percent: '90.0' } },
    ])
  })
  it('is a loose end from the day after it was to be made good', () => {
    const snapshot = earth()
    put(snapshot.records, 'override', jointId('ann', 'q2'), { ...blanks.override, incompleteUntil: '2027-01-15' })
    const found = (today: string | null) => looseEnds(snapshot, today).filter(({ code }) => code === 'incomplete')
    expect([found(null).length, found('2027-01-15').length]).toEqual([0, 0])
    const [end] = found('2027-01-16')
    expect(end!.message).toMatchObject({ code: 'end.incomplete', period: 'Quarter 2', until: '2027-01-15' })
    expect(end!.fixes![0]!.desired).toEqual([{ kind: 'override', id: 'ann/q2', to: { incompleteUntil: null } }])
  })
})
