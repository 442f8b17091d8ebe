import { standardsOf } from '#core/plan/standards-of'
import { beginning } from '#core/text'
import { cellText } from '#core/scores/entry'
import { fullName, type ClassSnapshot } from '#core/section'
import type { ActKind, Change } from '#core/acts/act'
import { blanks, type Kind, type RecordOf } from '#core/kinds'
import { partsOf } from '#core/kind'
import type { Cell } from '#core/scores/cell'

/** What kind of act it was, as a teacher would say it. */
export const actWords: Readonly<Record<ActKind, string>> = {
  type: 'typed',
  mark: 'set marks',
  note: 'wrote a note',
  clear: 'cleared',
  paste: 'pasted',
  fill: 'filled',
  import: 'read from a file',
  'move scores': 'brought scores over',
  assignment: 'changed an assignment',
  pattern: 'kept a pattern',
  plan: 'changed the plan',
  'copy plan': 'copied a plan',
  scale: 'changed a scale',
  policy: 'changed the policy',
  'card layout': 'changed how report cards look',
  pencil: 'kept what was in pencil',
  level: 'gave a level',
  observe: 'noted what was seen',
  standard: 'changed a standard',
  override: 'overrode a grade',
  remark: 'wrote a remark',
  bank: 'changed the comment bank',
  closing: 'went on with the closing',
  window: 'opened or closed the term for everybody',
  declare: 'declared the term',
  reopen: 'reopened the term',
  undo: 'undid',
  redo: 'did again',
  load: 'loaded',
  pull: 'took over from another system',
  intake: 'changed what comes from the classroom app',
}

/** One change in words: what it is of, what it was, what it became. */
export interface ChangeDescription {
  of: string
  before: string
  after: string
}

/**
 * Tells a change of a class's records. What it is of goes by the names that they have now.
 *
 * @example describeChange(snapshot, change) // { of: 'Dawit Bekele, Core sample drawing', before: '6', after: '8 late' }
 */
export function describeChange(snapshot: ClassSnapshot, change: Change): ChangeDescription {
  return {
    of: ofWords(snapshot, change),
    before: describeSide(change.kind, change.from),
    after: describeSide(change.kind, change.to),
  }
}

function ofWords(snapshot: ClassSnapshot, { kind, id, from, to }: Change): string {
  const { records } = snapshot
  const [first, second, third] = partsOf(id) as [string, string?, string?]
  const student = () => {
    const found = snapshot.students.find((each) => each.id === first)
    return found ? fullName(found) : 'A student who is not in the roster'
  }
  const assignment = (assignmentId = '') => records.assignment[assignmentId]?.name ?? 'an assignment'
  const standard = (standardId = '') =>
    standardsOf(snapshot).find((each) => each.id === standardId)?.code || 'a standard'
  const period = (periodId = '') => snapshot.periods.find((each) => each.id === periodId)?.title ?? 'a period'
  switch (kind) {
    case 'cell':
      return `${student()}, ${assignment(second)}`
    case 'evidence':
      return `${student()}, ${assignment(second)}, ${standard(third)}`
    case 'levelOverride':
      return `${student()}, level of ${standard(second)} in ${period(third)}`
    case 'observation':
      return `${student()}, ${standard(second)} as it was seen`
    case 'standard':
      return `Standard ${records.standard[id]?.code || ('code' in to ? String(to.code) : '')}`
    case 'override':
      return `${student()}, grade of ${period(second)}`
    case 'driftLeft':
      return `${student()}, grade of ${period(second)} beside the declared one`
    case 'remark':
      return `${student()}, remark of ${period(second)}`
    case 'statement':
      return `What is said of the class in ${period(id)}`
    case 'calledAs':
      return `${student()}, name and pronouns`
    case 'closing':
      return `Closing of ${period(id)}`
    case 'windowRequest':
      return `Asked the office to open ${period(id)}`
    case 'intake':
      return 'What comes from the classroom app'
    case 'declaration':
      return period(id)
    case 'assignment':
      return nameOf(records.assignment[id], from, to)
    case 'category':
      return `Category ${nameOf(records.category[id], from, to)}`
    default:
      return 'The plan'
  }
}

const nameOf = (now: { name: string } | undefined, ...sides: object[]): string =>
  now?.name ?? sides.map((side) => ('name' in side ? String(side.name) : '')).find(Boolean) ?? 'Untitled'

/** The fields of a record in the words of the Plan and of the assignment's form. */
const fieldWords: Record<string, string> = {
  shortName: 'short name',
  categoryId: 'category',
  dueOn: 'due date',
  assignedOn: 'assigned',
  scoredIn: 'scored in',
  standardIds: 'standards',
  cutOffs: 'levels from points',
  linkId: 'links',
  noteFor: 'reader',
  dropCount: 'scores dropped',
  dropRule: 'rule of dropping',
  keepOne: 'keep one',
  extraCredit: 'extra credit',
  labelFrom: 'label from',
  missingCountsAs: 'missing counts as',
  incompleteCountsAs: 'incomplete counts as',
  lowLine: 'low-score line',
  lowScoresWantNote: 'notes on low scores',
  defaultCategoryId: 'default category',
  own: 'rules of single periods',
  parents: 'longer periods',
  coursePoints: 'course-level points',
  released: 'scores released',
  hidden: 'put away',
  familyLine: 'line for the family',
  incompleteUntil: 'incomplete until',
}

function describeSide(kind: Kind, side: Partial<RecordOf<Kind>>): string {
  if (kind === 'cell') return describeCell(side as Partial<Cell>)
  if ('removed' in side && side.removed) return 'not there'
  const parts = Object.entries(side).flatMap(([key, value]) => {
    if (key === 'removed' || key === 'place') return []
    const words = fieldWords[key] ?? key
    if (typeof value === 'boolean') return value ? [words] : [`not ${words}`]
    if (value === null || value === '') return [`no ${words}`]
    if (typeof value === 'object') return [words]
    return key === 'text' || key === 'reason' ? [`“${beginning(String(value), 60)}”`] : [`${words} ${String(value)}`]
  })
  // A record that is made has all of its fields: its name says enough.
  return 'removed' in side ? 'there' : parts.join(', ')
}

function describeCell(side: Partial<Cell>): string {
  const score = 'value' in side || 'marks' in side ? [cellText({ ...blanks.cell, ...side }) || 'blank'] : []
  const note = 'note' in side ? [side.note ? `note “${beginning(side.note, 60)}”` : 'no note'] : []
  const reader =
    side.noteFor === 'family' ? ['for the family'] : 'noteFor' in side && !note.length ? ['only for me'] : []
  return [...score, ...note, ...reader].join(', ')
}
