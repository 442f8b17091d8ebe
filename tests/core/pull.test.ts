import { describe, expect, it } from 'vitest'
import { applyChange, changesTo } from '#core/acts/apply'
import type { Coursework, CourseworkResult } from '#core/exchange/coursework'
import { blankRule, ruleFor, type IntakeRule } from '#core/exchange/intake'
import { learntRules } from '#core/exchange/learnt'
import { decidedPull, pulling, type PullDifference, type SourceBaseline } from '#core/exchange/pull'
import { pulledIn } from '#core/exchange/pull-acts'
import { blanks } from '#core/kinds'
import { find, put } from '#core/records'
import { aClass } from '../support/class'

const work = (id: string, more: Partial<Coursework> = {}): Coursework => ({
  id,
  title: `Delta ${id}`,
  description: '',
  topic: 'Rivers',
  workType: 'lab',
  dueOn: '2026-11-18',
  points: '12',
  link: '',
  ...more,
})
const result = (courseworkId: string, studentId: string, more: Partial<CourseworkResult> = {}): CourseworkResult => ({
  courseworkId,
  studentId,
  earned: 9,
  text: null,
  marks: [],
  note: '',
  ...more,
})
const rule = (more: Partial<IntakeRule>): IntakeRule => ({ ...blankRule(), ...more })

/** A class that takes in, run after run. */
class Taking {
  readonly snapshot = aClass({
    categories: { labs: '60', quizzes: '40' },
    assignments: { mine: { categoryId: 'labs' } },
    scores: { ann: { mine: { value: { points: '8' } } }, ben: { mine: { value: { points: '7' } } } },
  })
  readonly baseline = new Map<string, SourceBaseline>()
  intake = { ...blanks.intake, theirClassId: 'their', rules: [rule({ topic: 'rivers', categoryId: 'labs' })] }
  private ids = 0

  look(coursework: Coursework[], results: CourseworkResult[] = []): PullDifference[] {
    const newId = () => `new${++this.ids}`
    return pulling({
      snapshot: this.snapshot,
      intake: this.intake,
      coursework,
      results,
      baseline: this.baseline,
      newId,
    })
  }
  /** Takes in what is not held. */
  take(coursework: Coursework[], results: CourseworkResult[] = []): PullDifference[] {
    const found = this.look(coursework, results)
    const taken = found.filter((each) => each.step !== 'held')
    for (const { difference, desired } of pulledIn(this.snapshot, taken, this.intake.pointsChange === 'rescale')) {
      for (const change of changesTo(this.snapshot.records, desired!)) applyChange(this.snapshot.records, change)
      const { id, type, theirId, title, there, step } = difference
      this.baseline.set(id, { type, theirId, title, fields: there!, isIn: step !== 'remove' })
    }
    return found
  }
  assignment(name: string) {
    return Object.entries(this.snapshot.records.assignment).find(([, each]) => each.name === name)!
  }
}

describe('an intake rule', () => {
  it('is the first that fits, in all that it says; one that says nothing fits nothing', () => {
    const rules = [
      rule({}),
      rule({ topic: 'rivers', words: 'photo' }),
      rule({ words: 'CAPTION delta' }),
      rule({ workType: 'lab' }),
    ]
    expect(ruleFor(rules, work('1', { title: 'Delta, photo' }))).toBe(1)
    expect(ruleFor(rules, work('1', { title: 'Delta with a caption', topic: 'Hills' }))).toBe(2)
    expect(ruleFor(rules, work('1', { topic: 'Hills' }))).toBe(3)
    expect(ruleFor(rules, work('1', { topic: 'Hills', workType: 'notice' }))).toBe(-1)
  })
})

describe('a pull', () => {
  it('brings new work with what the rules say of it, and its scores; the second time there is nothing', () => {
    const taking = new Taking()
    const [there, scores] = [
      [work('a')],
      [result('a', 'ann'), result('a', 'ben', { earned: null, marks: ['missing'] })],
    ]
    expect(taking.take(there, scores).map((each) => [each.type, each.step])).toEqual([
      ['assignment', 'create'],
      ['score', 'create'],
      ['score', 'create'],
    ])
    const [id, assignment] = taking.assignment('Delta a')
    expect(assignment).toMatchObject({ categoryId: 'labs', points: '12', dueOn: '2026-11-18', removed: false })
    expect(find(taking.snapshot.records, 'cell', `ann/${id}`)).toMatchObject({ value: { points: '9' } })
    expect(find(taking.snapshot.records, 'cell', `ben/${id}`)).toMatchObject({ value: null, marks: ['missing'] })
    expect(taking.look(there, scores)).toEqual([])
  })
  it('takes what changed there, keeps what changed here, and holds what changed on both sides', () => {
    const taking = new Taking()
    taking.take([work('a')], [result('a', 'ann'), result('a', 'ben')])
    const [id, assignment] = taking.assignment('Delta a')
    assignment.name = 'Delta, in my words'
    put(taking.snapshot.records, 'cell', `ann/${id}`, { ...blanks.cell, value: { points: '10' } })
    const there = [work('a', { title: 'Delta, again', dueOn: '2026-11-19' })]
    const found = taking.look(there, [result('a', 'ann', { earned: 11 }), result('a', 'ben', { earned: 3 })])
    expect(found.map((each) => [each.type, each.step, each.conflicts])).toEqual([
      ['assignment', 'held', ['name']],
      ['score', 'held', ['earned']],
      ['score', 'take', []],
    ])
    // Only here: it stays, and is not asked about.
    expect(taking.look([work('a')], [result('a', 'ann'), result('a', 'ben')])).toEqual([])
    const [held] = found
    expect(decidedPull(held!, held!, 'theirs')?.after).toMatchObject({ name: 'Delta, again', dueOn: '2026-11-19' })
    expect(decidedPull(held!, held!, 'mine')?.after).toMatchObject({ name: 'Delta, in my words', dueOn: '2026-11-19' })
    expect(decidedPull(held!, held!, 'leave')).toBeNull()
  })
  it('what was set by hand against a rule stays, also when the rule changes', () => {
    const taking = new Taking()
    taking.take([work('a'), work('b')])
    taking.assignment('Delta a')[1].categoryId = 'quizzes'
    expect(taking.look([work('a'), work('b')])).toEqual([])
    taking.intake = { ...taking.intake, rules: [rule({ topic: 'Rivers', categoryId: 'labs', multiplier: '2' })] }
    taking.take([work('a'), work('b')])
    expect(taking.assignment('Delta a')[1]).toMatchObject({ categoryId: 'quizzes', multiplier: '2' })
    expect(taking.assignment('Delta b')[1]).toMatchObject({ categoryId: 'labs', multiplier: '2' })
  })
  it('puts away what a rule leaves out with its scores, and brings it back as it was', () => {
    const taking = new Taking()
    taking.take([work('a')], [result('a', 'ann')])
    const [id] = taking.assignment('Delta a')
    const { rules } = taking.intake
    taking.intake = { ...taking.intake, rules: [rule({ words: 'delta', leaveOut: true })] }
    expect(taking.take([work('a')], [result('a', 'ann')]).map((each) => each.step)).toEqual(['remove'])
    expect(taking.snapshot.records.assignment[id]!.removed).toBe(true)
    expect(find(taking.snapshot.records, 'cell', `ann/${id}`)!.value).toEqual({ points: '9' })
    expect(taking.look([work('a')], [result('a', 'ann')])).toEqual([])
    taking.intake = { ...taking.intake, rules }
    expect(taking.take([work('a')], [result('a', 'ann')]).map((each) => [each.step, each.id])).toEqual([['create', id]])
    expect(taking.snapshot.records.assignment[id]!.removed).toBe(false)
    expect(find(taking.snapshot.records, 'cell', `ann/${id}`)!.value).toEqual({ points: '9' })
  })
  it('what the teacher deleted stays deleted, and what was made here is never touched', () => {
    const taking = new Taking()
    taking.take([work('a')])
    taking.assignment('Delta a')[1].removed = true
    const before = structuredClone(taking.snapshot.records)
    expect(taking.take([work('a', { title: 'Another name' })], [result('a', 'ann')])).toEqual([])
    expect(taking.snapshot.records).toEqual(before)
  })
  it('asks about what is gone there, and never deletes it by itself', () => {
    const taking = new Taking()
    taking.take([work('a')], [result('a', 'ann')])
    const [gone] = taking.take([])
    expect(gone).toMatchObject({ step: 'held', there: null })
    expect(taking.assignment('Delta a')[1].removed).toBe(false)
    expect(decidedPull(gone!, gone!, 'theirs')).toMatchObject({ step: 'remove' })
  })
  it.each([
    ['keep', '10'],
    ['rescale', '20'],
  ] as const)('points that change there: scores typed here %s, those of the app come as they are', (how, expected) => {
    const taking = new Taking()
    taking.intake = { ...taking.intake, pointsChange: how }
    taking.take([work('a')], [result('a', 'ann')])
    const [id] = taking.assignment('Delta a')
    put(taking.snapshot.records, 'cell', `ben/${id}`, { ...blanks.cell, value: { points: '10' } })
    taking.take([work('a', { points: '24' })], [result('a', 'ann', { earned: 18 })])
    expect(taking.snapshot.records.assignment[id]!.points).toBe('24')
    expect(find(taking.snapshot.records, 'cell', `ben/${id}`)!.value).toEqual({ points: expected })
    expect(find(taking.snapshot.records, 'cell', `ann/${id}`)!.value).toEqual({ points: '18' })
  })
  it('says nothing of students who are not in the class, and nothing of blank results', () => {
    const taking = new Taking()
    const blank = result('a', 'ann', { earned: null })
    expect(taking.take([work('a')], [result('a', 'nobody'), blank]).map((each) => each.type)).toEqual(['assignment'])
  })
})

describe('rules that corrections suggest', () => {
  it('are of a topic whose items were given one category by hand, twice at least, and of no rule', () => {
    const taking = new Taking()
    taking.intake = { ...taking.intake, rules: [] }
    const there = [work('a'), work('b'), work('c', { topic: 'Hills' })]
    taking.take(there)
    const learnt = () => learntRules(taking.snapshot, taking.intake, there, taking.baseline)
    taking.assignment('Delta a')[1].categoryId = 'labs'
    taking.assignment('Delta c')[1].categoryId = 'labs'
    expect(learnt()).toEqual([])
    taking.assignment('Delta b')[1].categoryId = 'labs'
    expect(learnt()).toEqual([rule({ topic: 'Rivers', categoryId: 'labs' })])
    taking.assignment('Delta b')[1].categoryId = 'quizzes'
    expect(learnt()).toEqual([])
    taking.assignment('Delta b')[1].categoryId = 'labs'
    taking.intake = { ...taking.intake, rules: [rule({ topic: 'rivers', leaveOut: true })] }
    expect(learnt()).toEqual([])
  })
})
