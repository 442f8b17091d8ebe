import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Act, Change } from '#core/acts/act'
import { applyChange, checkPrecondition, type Outcome } from '#core/acts/apply'
import { find, noRecords, record, type Records } from '#core/records'
import type { ClassAct } from '#shared/history'
import type { Receipt } from '~/queue/tabs'
import { classReceiving } from '~/stores/class/receiving'

/** What can happen between one page and the server, in any order that the two roads (news and answers) allow. */
const events = [
  'typed here',
  'typed elsewhere',
  'typed in another tab',
  'heard from the tab',
  'taken',
  'answered',
  'told',
  'another class is answered',
  'reading begins',
  'read there',
  'read',
] as const
const CELLS = ['s1/a1', 's2/a1']
/** A cell of another class. */
const OTHER = 's9/a9'

const copyOf = (records: Records): Records => structuredClone(records)
const pointsIn = (records: Records) => CELLS.map((id) => record(records, 'cell', id).value)

/** A server, a page, and what is on its way between them. */
function world() {
  const there = noRecords()
  const line: ClassAct[] = []
  const page = { records: noRecords() }
  const queue: Act[] = []
  const answers: Receipt[] = []
  /** Answers that another tab was given. */
  const tab: Receipt[] = []
  let told = 0
  let reading: { waiting: Act[]; found: { records: Records; seq: number } | null } | null = null
  const receiving = classReceiving({
    sectionId: () => 'class',
    pencil: { applyUnder: (changes) => changes.forEach((each) => applyChange(page.records, each)) },
    reopen: () => {},
  })

  function take(act: Act): void {
    const outcomes = (act.changes as Change[]).map((change): Outcome => {
      const outcome = checkPrecondition(record(there, change.kind, change.id) as Record<string, unknown>, change)
      if (outcome.done === 'applied') applyChange(there, change)
      return outcome
    })
    const changes = (act.changes as Change[]).filter((_, at) => outcomes[at]!.done === 'applied')
    const seq = line.length + 1
    line.push({ ...act, seq, changes, byId: 'x', by: 'X', of: null } as unknown as ClassAct)
    answers.push({ personId: 'me', sectionId: 'class', act, seq, outcomes })
  }
  const act = (records: Records, id: string, points: string, name: string): Act => {
    const from = { value: record(records, 'cell', id).value }
    const to = { value: { points } }
    return { id: name, shape: 1, kind: 'type', at: '', changes: [{ kind: 'cell', id, from, to }] } as unknown as Act
  }
  let made = 0
  const cell = (at: number) => CELLS[at % CELLS.length]!
  const step: Record<(typeof events)[number], (at: number) => void> = {
    'typed here': (at) => {
      const own = act(page.records, cell(at), String(++made), `own-${made}`)
      receiving.did(own.id, own.changes as Change[])
      for (const each of own.changes as Change[]) applyChange(page.records, each)
      queue.push(own)
    },
    'typed elsewhere': (at) => {
      const theirs = act(there, cell(at), String(++made), `their-${made}`)
      take(theirs)
      answers.pop()
    },
    'typed in another tab': (at) => {
      take(act(there, cell(at), String(++made), `tab-${made}`))
      tab.push(answers.pop()!)
    },
    'heard from the tab': () => {
      const answer = tab.shift()
      if (answer) receiving.receive(answer)
    },
    // The queue sends in order, one after the other.
    taken: () => {
      const next = queue.find(({ id }) => !line.some((each) => each.id === id))
      if (next && answers.length === 0) take(next)
    },
    answered: () => {
      const answer = answers.shift()
      if (!answer) return
      queue.shift()
      receiving.receive(answer)
    },
    // Its acts are taken in the same order, and are nothing to this page.
    'another class is answered': () => {
      const theirs = act(noRecords(), OTHER, String(++made), `other-${made}`)
      line.push({ ...theirs, seq: line.length + 1, changes: [], byId: 'x', by: 'X', of: null } as unknown as ClassAct)
      const outcomes: Outcome[] = [{ done: 'applied' }]
      receiving.receive({ personId: 'me', sectionId: 'other', act: theirs, seq: line.length, outcomes })
    },
    told: () => {
      const next = line[told]
      if (!next) return
      told++
      receiving.receiveNews(next)
    },
    'reading begins': () => {
      if (reading) return
      receiving.reading('class')
      reading = { waiting: [...queue], found: null }
    },
    'read there': () => {
      if (reading) reading.found ??= { records: copyOf(there), seq: line.length }
    },
    read: () => {
      if (!reading?.found) return
      const { waiting, found } = reading
      receiving.readUpTo(found.seq, found.records, [...waiting, ...queue])
      page.records = found.records
      told = Math.max(told, found.seq)
      reading = null
    },
  }
  const settle = () => {
    step['read there'](0)
    step.read(0)
    for (let at = 0; at < 200; at++)
      for (const name of ['taken', 'answered', 'heard from the tab', 'told'] as const) step[name](at)
  }
  return { step, settle, there, page }
}

it('whatever comes first, a page shows in the end what the server has', () => {
  const happening = fc.array(fc.tuple(fc.constantFrom(...events), fc.nat(1)), { maxLength: 40 })
  fc.assert(
    fc.property(happening, (all) => {
      const { step, settle, there, page } = world()
      for (const [name, at] of all) step[name](at)
      settle()
      expect(pointsIn(page.records)).toEqual(pointsIn(there))
      expect(find(page.records, 'cell', OTHER)).toBeUndefined()
    }),
    { numRuns: 3000 },
  )
})

it.each([
  [
    'an act that was read before its answer came covers nothing that others do afterwards',
    ['typed here', 'reading begins', 'taken', 'read there', 'read', 'answered', 'typed elsewhere', 'told'],
  ],
  [
    'what others did while a class was read, and was told then, is not lost',
    ['reading begins', 'read there', 'typed elsewhere', 'told', 'read'],
  ],
  [
    'an answer that came late puts nothing older over what was told since',
    ['typed elsewhere', 'typed here', 'taken', 'typed elsewhere', 'told', 'told', 'told', 'answered'],
  ],
])('%s', (_, story) => {
  const { step, settle, there, page } = world()
  for (const name of story) step[name as (typeof events)[number]](0)
  settle()
  expect(pointsIn(page.records)).toEqual(pointsIn(there))
})
