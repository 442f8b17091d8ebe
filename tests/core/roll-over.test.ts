import { describe, expect, it } from 'vitest'
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
