import { say } from '~/words/say'
import { describe, expect, it } from 'vitest'
import { appearing, familyView } from '#core/families/view'
import { isSeen, seenFrom } from '#core/families/visibility'
import { jointId } from '#core/kind'
import { planOf } from '#core/plan/rules'
import { cardsOf } from '#core/report-card/card'
import { put } from '#core/records'
import { aClass, aStandard } from '../support/class'

const today = '2026-11-15'

describe('when a family sees an assignment', () => {
  it('goes by its rule, and from the day itself on', () => {
    const due = { dueOn: '2026-11-20' }
    expect(seenFrom({ ...due, visibility: { from: 'now' } })).toEqual({ from: 'now' })
    expect(seenFrom({ ...due, visibility: { from: 'due date' } })).toEqual({ from: '2026-11-20' })
    expect(seenFrom({ ...due, visibility: { from: 'days before', days: 3 } })).toEqual({ from: '2026-11-17' })
    expect(seenFrom({ ...due, visibility: { from: 'date', date: '2026-12-01' } })).toEqual({ from: '2026-12-01' })
    expect(isSeen({ ...due, visibility: { from: 'due date' } }, '2026-11-19')).toBe(false)
    expect(isSeen({ ...due, visibility: { from: 'due date' } }, '2026-11-20')).toBe(true)
    expect(isSeen({ ...due, visibility: { from: 'never' } }, '2027-06-01')).toBe(false)
  })
  it('is never where the rule speaks of a due date and there is none', () =>
    expect(seenFrom({ dueOn: null, visibility: { from: 'days before', days: 3 } })).toHaveProperty('never'))
  it('stands in a list by day, without what is seen already or never', () =>
    expect(
      appearing(
        [
          { name: 'Lab', dueOn: '2026-12-03', visibility: { from: 'due date' } },
          { name: 'Check', dueOn: '2026-12-08', visibility: { from: 'days before', days: 5 } },
          { name: 'Draft', dueOn: '2026-12-03', visibility: { from: 'never' } },
          { name: 'Old', dueOn: '2026-11-01', visibility: { from: 'due date' } },
        ],
        today,
      ),
    ).toEqual([{ date: '2026-12-03', names: ['Lab', 'Check'] }]))
})

describe('what a family sees of a student', () => {
  const snapshot = aClass({
    categories: { tests: '100' },
    assignments: {
      shown: { categoryId: 'tests', points: '10' },
      unreleased: { categoryId: 'tests', points: '10', released: false },
      later: { categoryId: 'tests', points: '10', dueOn: '2026-11-20', visibility: { from: 'due date' } },
      never: { categoryId: 'tests', points: '10', visibility: { from: 'never' } },
    },
    scores: {
      ann: {
        shown: { value: { points: '8' }, marks: ['late'], note: 'Well argued', noteFor: 'family' },
        unreleased: { value: { points: '6' }, note: 'Talk to the counsellor', noteFor: 'teacher', meant: '' },
        later: '10',
        never: '2',
      },
    },
  })
  const view = () => familyView(snapshot, snapshot.students[0]!, snapshot.periods[2]!, today)

  it('has scores where they are released, marks and the notes that are for them', () =>
    expect(view().lines.map(({ name, score, marks, note }) => [name, score, marks, note])).toEqual([
      ['shown', '8', ['late'], 'Well argued'],
      ['unreleased', null, [], ''],
    ]))
  it('never has a private note, an unreleased score or a draft anywhere in it', () => {
    const { hidden: _, ...seen } = view()
    const all = JSON.stringify(seen)
    for (const secret of ['counsellor', 'later', 'never', '"6"']) expect(all).not.toContain(secret)
  })
  it('says to the teacher what is hidden, and why', () =>
    expect(view().hidden.map((each) => [say(each.what), say(each.why)])).toEqual(
      expect.arrayContaining([
        ['The score of unreleased', 'Its scores are not released.'],
        ['The note on unreleased', 'It is only for you.'],
        ['later', 'Families see it from Nov 20 on.'],
        ['never', 'Families never see it.'],
        ['3 scores', 'In the grade, and not shown beside it.'],
      ]),
    ))
  it('has grades as percent, letter, both or neither, as the plan says', () => {
    const families = (desired: 'percent' | 'label' | 'both' | 'neither') => {
      snapshot.records.plan.class = { ...snapshot.records.plan.class!, families: desired }
      return view().grades[0]
    }
    // 8, 6, 10 and 2 of 10 each are 26 of 40.
    expect(families('both')).toMatchObject({ percent: '65.0', label: 'D' })
    expect(families('percent')).toMatchObject({ percent: '65.0', label: null })
    expect(families('label')).toMatchObject({ percent: null, label: 'D' })
    expect(families('neither')).toBeUndefined()
    expect(view().hidden).toContainEqual(expect.objectContaining({ what: { code: 'hidden.grades' } }))
  })
  it('has no grade where the plan reports levels alone, as the card has none', () => {
    const levels = structuredClone(snapshot)
    const plan = levels.records.plan.class!
    const { proficiency } = planOf(levels)
    levels.records.plan.class = { ...plan, families: 'both', proficiency: { ...proficiency, reports: 'levels' } }
    const quarter = levels.periods[2]!
    const seen = familyView(levels, levels.students[0]!, quarter, today)
    expect(seen.grades).toEqual([])
    expect(seen.hidden).toContainEqual({ what: { code: 'hidden.grades' }, why: { code: 'unseen.levels-alone' } })
    expect(cardsOf(levels, quarter, 'ann', [], today)[0]!.classes[0]).toMatchObject({ isGraded: false, grade: null })
  })
  it('has the grade as the card has it: with course-level points, and with the teacher’s line and never the reason', () => {
    const given = structuredClone(snapshot)
    const plan = given.records.plan.class!
    given.records.plan.class = { ...plan, families: 'both', coursePoints: { points: '5', periodIds: ['q2'] } }
    put(given.records, 'override', jointId('ann', 'q2'), {
      ...{ percent: '80', label: 'B-' },
      reason: 'Ill for three weeks, the counsellor knows',
      familyLine: 'For the project that came later.',
      incompleteUntil: null,
      meant: '',
    })
    const seen = familyView(given, given.students[0]!, given.periods[2]!, today)
    expect(seen.grades[0]).toEqual({
      title: 'Quarter 2',
      percent: '85.0',
      label: 'B',
      unadjusted: '80.0 B-',
      computed: '65.0 D',
      incompleteUntil: null,
      line: 'For the project that came later.',
    })
    expect(JSON.stringify(seen)).not.toContain('counsellor knows')
    expect(seen.hidden).toContainEqual({
      what: { code: 'hidden.reason', period: 'Quarter 2' },
      why: { code: 'unseen.for-record' },
    })
  })
  it('has the levels that the card has, and no other', () => {
    const taught = structuredClone(snapshot)
    taught.standards.push(aStandard('s1', { code: 'M.1' }), aStandard('h', { code: 'HB.1', habit: true }))
    put(taught.records, 'levelOverride', jointId('ann', 's1', 'q2'), { level: '3', reason: 'The counsellor knows' })
    put(taught.records, 'levelOverride', jointId('ann', 'h', 'q2'), { level: '4', reason: '' })
    const quarter = taught.periods[2]!
    const seen = (reports: 'both' | 'grades' | 'levels') => {
      const plan = taught.records.plan.class!
      taught.records.plan.class = { ...plan, proficiency: { ...planOf(taught).proficiency, reports } }
      const [card] = cardsOf(taught, quarter, 'ann', [], today)[0]!.classes
      const { levels } = familyView(taught, taught.students[0]!, quarter, today)
      expect(levels).toEqual({ standards: card!.standards, habits: card!.habits })
      expect(JSON.stringify(levels)).not.toContain('counsellor')
      return [levels.standards.length, levels.habits.length]
    }
    expect([seen('both'), seen('levels'), seen('grades')]).toEqual([
      [1, 1],
      [1, 1],
      [0, 1],
    ])
  })
  it('leaves out what was due while the student was not in the class', () => {
    const moved = structuredClone(snapshot)
    moved.students[0]!.spans = [{ firstDay: '2026-11-12', lastDay: null }]
    for (const id of ['shown', 'unreleased', 'never'])
      put(moved.records, 'cell', jointId('ann', id), {
        value: null,
        marks: [],
        note: '',
        noteFor: 'teacher',
        meant: '',
      })
    expect(familyView(moved, moved.students[0]!, moved.periods[2]!, today).lines).toEqual([])
  })
})
