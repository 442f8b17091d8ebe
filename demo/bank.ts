import type { Act, Change } from '../core/acts/act'
import { blanks, SHAPE, type Kind, type RecordOf } from '../core/kinds'
import { anybody } from '../core/remarks/bank-entry'
import { bank, bankId, starred } from './curriculum'
import { seeded, seededId } from './random'

const AT = '2026-08-24T07:00:00.000Z'
const random = seeded(4711)

function made<K extends Kind>(kind: K, records: Record<string, RecordOf<K>>): Act {
  const changes = Object.entries(records).map(
    ([id, to]) => ({ kind, id, from: { ...blanks[kind] }, to }) as unknown as Change,
  )
  return { id: seededId(random), shape: SHAPE, kind: 'bank', at: AT, changes: changes as Act['changes'] }
}

/** The district's comment bank. */
export const bankAct = (): Act => made('bankEntry', bank)

/** What a teacher has starred of it. */
export const starsAct = (): Act => made('bankStar', Object.fromEntries(starred.map((id) => [id, { starred: true }])))

/** Two entries of the demo teacher's own. */
export const ownBankAct = (): Act =>
  made('bankEntry', {
    [bankId('M1')]: {
      code: 'M1',
      topic: 'Field work',
      text: 'On the spit, {name} was the one who noticed what the tide left.',
      ...{ suits: anybody, place: 100, removed: false },
    },
    [bankId('M2')]: {
      code: 'M2',
      topic: 'Next step',
      text: '{name} could bring {their} notes to the model before {they} {begins|begin} to build.',
      ...{ suits: anybody, place: 101, removed: false },
    },
  })
