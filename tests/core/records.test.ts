import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyChange } from '#core/acts/apply'
import { jointId } from '#core/kind'
import { blanks, isOfStudents, kindNames, kinds, SHAPE } from '#core/kinds'
import { copyOf, entriesOf, find, noRecords, put, record, recordsOf, studentRecord } from '#core/records'
import { keptClass } from '#shared/class'
import { aClass } from '../support/class'

const eight = { ...blanks.cell, marks: [], value: { points: '8' } }

describe('records', () => {
  it('are kept by student where a student has one for each of something else', () => {
    expect(kindNames.filter(isOfStudents)).toEqual(
      kindNames.filter((name) => kinds[name].names[0] === 'student' && kinds[name].names.length > 1),
    )
    const records = recordsOf({ cell: { 'ann/lab': eight }, plan: { class: blanks.plan } })
    expect(records.cell).toEqual({ ann: { lab: eight } })
    expect(records.plan).toEqual({ class: blanks.plan })
    expect(studentRecord(records, 'cell', 'ann', 'lab')).toBe(record(records, 'cell', 'ann/lab'))
    expect(studentRecord(records, 'cell', 'bo', 'lab')).toBe(blanks.cell)
  })

  it('are found by the id that they were put under, whatever else is there', () => {
    const id = fc.constantFrom('a', 'b', 'c', 'd')
    const written = fc.array(fc.tuple(id, id, id, fc.constantFrom('1', '2', '3')), { maxLength: 30 })
    fc.assert(
      fc.property(written, (all) => {
        const records = noRecords()
        const known = new Map<string, string>()
        for (const [student, assignment, standard, level] of all) {
          const joint = jointId(student, assignment, standard)
          put(records, 'evidence', joint, { level })
          known.set(joint, level)
        }
        expect(new Map(entriesOf(records, 'evidence').map(([joint, { level }]) => [joint, level]))).toEqual(known)
        for (const [joint, level] of known) expect(find(records, 'evidence', joint)?.level).toBe(level)
        expect(find(records, 'evidence', 'a/b/e')).toBeUndefined()
      }),
    )
  })

  it('stay as they are under what is applied to their copy', () => {
    const records = recordsOf({ cell: { 'ann/lab': eight } })
    const before = structuredClone(records)
    const copy = copyOf(records)
    const to = { value: { points: '9' } }
    for (const id of ['ann/lab', 'ann/quiz', 'bo/lab'])
      applyChange(copy, { kind: 'cell', id, from: { value: null }, to })
    expect(records).toEqual(before)
    expect(entriesOf(copy, 'cell').map(([id, { value }]) => [id, value])).toEqual([
      ['ann/lab', to.value],
      ['ann/quiz', to.value],
      ['bo/lab', to.value],
    ])
  })
})

describe('a class that a browser kept', () => {
  const { records, ...rest } = aClass({ assignments: { lab: {} } })
  const opened = { ...rest, seq: 7, outOfSync: null }
  const seen = { level: '3', on: '2026-11-10', note: '' }

  it('by whole ids, until shape 9, is read as it is kept now', () => {
    const flat = { ...records, cell: { 'ann/lab': eight }, observation: { 'ann/std/1': seen } }
    const read = keptClass.parse({ ...opened, shape: 8, records: flat })
    expect(read.shape).toBe(SHAPE)
    expect(read.records.cell).toEqual({ ann: { lab: eight } })
    expect(read.records.observation).toEqual({ ann: { 'std/1': seen } })
    expect(read.records.assignment).toEqual(records.assignment)
  })

  it('by this release comes back as it was', () => {
    const now = { ...recordsOf({ cell: { 'ann/lab': eight } }), assignment: records.assignment }
    expect(keptClass.parse({ ...opened, shape: SHAPE, records: now }).records).toEqual(now)
  })
})
