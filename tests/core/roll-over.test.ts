import { describe, expect, it } from 'vitest'
import { blanks, schemas } from '#core/kinds'
import { patternFields } from '#core/plan/pattern'
import { rollOver } from '#core/plan/roll-over'

const of = (id: string, title: string, course: string, past: boolean, plan: unknown = {}) => ({
  ...{ id, title, course, past, plan },
})

describe('a new year goes on from the old one', () => {
  const old = [
    of('a25', 'Earth Systems 7A', 'Earth Systems 7', true),
    of('b25', 'Earth Systems 7B', 'Earth Systems 7', true),
    of('none25', 'Mapmaking', 'Mapmaking', true, null),
  ]
  it('each class from the one of its name, else from the newest of its course', () =>
    expect([
      ...rollOver([
        of('b26', ' earth systems 7b', 'Earth Systems 7', false, null),
        of('d26', 'Earth Systems 7D', 'Earth Systems 7', false, null),
        ...old,
      ]),
    ]).toEqual([
      ['b26', 'b25'],
      ['d26', 'a25'],
    ]))
  it('and from nothing where there was none with a plan; a class that has one is left alone', () =>
    expect([
      ...rollOver([
        of('m26', 'Mapmaking', 'Mapmaking', false, null),
        of('a26', 'Earth Systems 7A', 'Earth Systems 7', false),
        ...old,
      ]),
    ]).toEqual([['m26', null]]))
})

describe('a pattern', () => {
  it('keeps of an assignment what can be kept, and nothing of its class', () => {
    const lab = { ...blanks.assignment, name: 'Lab', dueOn: '2026-11-20', assignedOn: '2026-11-10', points: '40' }
    const pattern = { name: 'Lab', assignment: patternFields(lab, 'Labs'), removed: false }
    expect(schemas.pattern.parse(pattern).assignment).toMatchObject({ name: 'Lab', points: '40', category: 'Labs' })
  })
})
