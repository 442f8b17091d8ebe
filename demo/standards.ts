import type { Act, Change } from '../core/acts/act'
import { blanks, SHAPE, type Kind, type RecordOf } from '../core/kinds'
import { jointId } from '../core/kind'
import { readCase } from '../core/formats/case/read'
import { areas, levels, standardId } from './curriculum'
import { demoToday } from './district'
import { framework } from './framework'
import { seeded, seededId } from './random'

/** The scale that the district gives every class, and one with half levels that a class can choose. */
export const [fourLevels, withHalves] = ['four-levels', 'four-levels-halves'] as const

/**
 * What the district's office has laid down of levels and standards, as one act of its own.
 *
 * @param courses our ids of courses, by the district's
 */
export function standardsAct(courses: ReadonlyMap<string, string>): Act {
  const changes: Change[] = []
  const make = <K extends Kind>(kind: K, id: string, to: Partial<RecordOf<K>>) => {
    const from = Object.fromEntries(Object.keys(to).map((key) => [key, blanks[kind][key as keyof RecordOf<K>]]))
    changes.push({ kind, id, from, to } as Change)
  }
  make('levelScale', fourLevels, { name: 'Four levels', levels, removed: false })
  make('levelScale', withHalves, { name: 'Four levels, with halves', levels, halves: true, removed: false })
  const read = readCase(JSON.stringify(framework()))
  if ('fault' in read) throw new Error(read.fault.code)
  for (const [id, each] of Object.entries(read.framework.standards)) make('standard', id, each)
  for (const area of areas) {
    // Where an area stands for nothing of its own, its standards are chosen one by one.
    const chosen = area.flat ? area.standards.map((_, place) => `${area.code}.${place + 1}`) : [area.code]
    for (const course of area.courses)
      for (const each of chosen) make('courseStandard', jointId(courses.get(course)!, standardId(each)), { used: true })
  }
  const at = `${demoToday}T04:00:00.000Z`
  return { id: seededId(seeded(11)), shape: SHAPE, kind: 'standard', at, changes } as Act
}
