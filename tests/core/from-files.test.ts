import { describe, expect, it } from 'vitest'
import { fromFiles } from '#core/exchange/from-files'
import { pulling } from '#core/exchange/pull'
import { pulledIn } from '#core/exchange/pull-acts'
import { blanks } from '#core/kinds'
import type { GradebookFiles } from '#core/formats/oneroster/csv-gradebook'
import { put } from '#core/records'
import { aClass } from '../support/class'

/** Two scores of one quiz; their ids in files are those that we give, `student.assignment`. */
const earth = () =>
  aClass({
    assignments: { quiz: { name: 'Quiz 1' }, lab: { name: 'Lab' } },
    scores: { ann: { quiz: '8', lab: '5' }, ben: { quiz: '9' } },
    students: [{ id: 'ben' }],
  })
/** What a delta says where everything in it is `tobedeleted` (OneRoster 1.2 CSV, status). */
const delta = (...ids: string[]): GradebookFiles => ({ things: new Map(), gone: new Set(ids) })
const found = (files: GradebookFiles, snapshot = earth()) => {
  const input = { snapshot, intake: blanks.intake, newId: () => 'new' }
  return pulling({ ...input, ...fromFiles(files, snapshot, () => undefined) })
}

describe('files of a gradebook', () => {
  it('take away one score, and nothing of any other student', () => {
    const differences = found(delta('ann.quiz'))
    expect(differences).toMatchObject([
      { type: 'score', id: 'ann/quiz', step: 'take', here: { earned: 8 }, there: { earned: null } },
    ])
    expect(pulledIn(earth(), differences, false)[0]!.desired).toMatchObject([
      { kind: 'cell', id: 'ann/quiz', to: { value: null } },
    ])
  })
  it('ask before an assignment goes', () =>
    expect(found(delta('lab'))).toMatchObject([{ type: 'assignment', id: 'lab', step: 'held', there: null }]))
  it('say nothing of what is not of this class, or is blank here already', () => {
    const snapshot = earth()
    put(snapshot.records, 'cell', 'ben/lab', { ...blanks.cell, marks: [] })
    expect(found(delta('zoe.quiz', 'ann.other', 'ben.lab', 'quiz.ann'), snapshot)).toEqual([])
  })
})
