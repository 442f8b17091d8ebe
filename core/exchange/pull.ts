import { jointId, partsOf } from '../kind'
import { record } from '../records'
import { proposedShortName } from '../scores/short-name'
import { fullName, type ClassSnapshot } from '../section'
import { same } from '../same'
import type { Choice, Difference, Finding, Sides } from './compare'
import type { Coursework, CourseworkResult } from './coursework'
import { scoreOf } from './desired'
import type { Intake } from './intake'
import { ruleFor } from './intake'
import { merge } from './merge'
import type { Fields } from './thing'

/** What both sides held of something that came from the classroom app, after the last pull. */
export interface SourceBaseline {
  type: 'assignment' | 'score'
  /** The coursework that it came from. */
  theirId: string
  title: string
  fields: Fields
  /** Left out by a rule or by hand the last time; null for a score. */
  isIn: boolean
}

export interface PullInput {
  snapshot: ClassSnapshot
  intake: Readonly<Intake>
  coursework: readonly Coursework[]
  /** Students by our ids. */
  results: readonly CourseworkResult[]
  /** By our ids. */
  baseline: ReadonlyMap<string, SourceBaseline>
  /** Our ids of coursework that the baseline does not know. */
  known?: ReadonlyMap<string, string>
  /** Ids of cells whose score was taken away there. */
  cleared?: readonly string[]
  newId: () => string
  /** What was decided for good: of coursework by its id there, of a score by that of its cell. */
  choiceOf?: (thing: { type: 'assignment' | 'score'; id: string }) => Choice | null
}

/** A difference that a pull found, and the coursework that it is about. */
export interface PullDifference extends Difference {
  type: 'assignment' | 'score'
  theirId: string
}

/** What rules say of an assignment; what was set otherwise by hand stays. */
const RULED = ['categoryId', 'multiplier', 'counts', 'standardIds'] as const
const ofAssignment = ['name', 'description', 'dueOn', 'points', ...RULED] as const

/**
 * What a pull would change here. Coursework belongs to the app: its changes are taken, unless the teacher changed the same
 * thing here since, which is held. What a rule says of an item acts until it is set by hand. What was made here is never
 * touched; what is left out is put away with its scores, and comes back as it was.
 *
 * @returns assignments first, then scores
 */
export function pulling(input: PullInput): PullDifference[] {
  const { coursework, baseline } = input
  const idOf = new Map(
    [...baseline].flatMap(([id, { type, theirId }]) => (type === 'assignment' ? [[theirId, id]] : [])),
  )
  const items = coursework.map((each) => ({
    each,
    id: idOf.get(each.id) ?? input.known?.get(each.id) ?? input.newId(),
  }))
  const found = items.map(({ each, id }) => ({ each, id, ...ofCoursework(input, each, id) }))
  const present = new Set(coursework.map((each) => each.id))
  const taken = new Map(found.flatMap(({ each, id, isIn }) => (isIn ? [[each.id, id]] : [])))
  return [
    ...found.flatMap(({ difference }) => difference ?? []),
    ...goneFrom(input, present),
    ...clearedFrom(input),
    ...input.results.flatMap((result) => {
      const id = taken.get(result.courseworkId)
      return id ? (ofResult(input, result, id) ?? []) : []
    }),
  ]
}

/** An item as it is there, and as the rules have it. */
function wanted({ intake, snapshot }: PullInput, each: Coursework): { fields: Fields; leaveOut: boolean } {
  const rule = intake.rules[ruleFor(intake.rules, each)]
  const own = each.own ?? { categoryId: null, multiplier: '1', counts: true, standardIds: [] }
  const isThere = (id: string) => record(snapshot.records, 'category', id).removed === false
  return {
    leaveOut: rule?.leaveOut ?? false,
    fields: {
      name: each.title,
      description: each.description,
      dueOn: each.dueOn,
      points: each.points,
      categoryId: rule ? (rule.categoryId && isThere(rule.categoryId) ? rule.categoryId : null) : own.categoryId,
      multiplier: rule?.multiplier ?? own.multiplier,
      counts: rule?.counts ?? own.counts,
      standardIds: rule ? rule.standardIds : own.standardIds,
    },
  }
}

function ofCoursework(
  input: PullInput,
  each: Coursework,
  id: string,
): { difference: PullDifference | null; isIn: boolean } {
  const { snapshot, baseline, choiceOf } = input
  const choice = choiceOf?.({ type: 'assignment', id: each.id }) ?? null
  const { fields: there, leaveOut } = wanted(input, each)
  const known = baseline.get(id)
  const assignment = snapshot.records.assignment[id]
  const isHere = assignment !== undefined && !assignment.removed
  const named = {
    type: 'assignment' as const,
    id,
    theirId: each.id,
    title: each.title,
    studentId: null,
    assignmentId: id,
  }
  const base = known?.fields ?? null
  if (leaveOut || choice === 'leave') {
    const gone = { here: there, there, base, after: null, step: 'remove' as const, differing: [], conflicts: [] }
    return { difference: isHere ? { ...named, ...gone } : null, isIn: false }
  }
  // Deleted here by hand: it stays so.
  if (known?.isIn && !isHere) return { difference: null, isIn: false }
  if (!isHere) {
    const finding = { step: 'create' as const, after: there, differing: [], conflicts: [] }
    return { difference: { ...named, here: null, there, base, ...finding }, isIn: true }
  }
  const here = Object.fromEntries(ofAssignment.map((name) => [name, assignment[name]]))
  const finding = findingOfTheirs({ here, there, base }, RULED, choice)
  return { difference: finding && { ...named, here, there, base, ...finding }, isIn: true }
}

/** Of what belongs to the app: its changes are taken, ours stay, and what both changed is held. */
function findingOfTheirs(
  { here, there, base }: { here: Fields; there: Fields; base: Fields | null },
  oursWin: readonly string[],
  choice: Choice | null,
): Finding | null {
  const { theirs, conflicts: both } = merge(base, here, there)
  const conflicts = both.filter((name) => !oursWin.includes(name))
  const differing = [...theirs, ...conflicts]
  if (differing.length === 0) return null
  const isHeld = conflicts.length > 0 && choice === null
  const taken = choice === 'mine' ? theirs : differing
  const after = { ...here, ...Object.fromEntries(taken.map((name) => [name, there[name]])) }
  return { step: isHeld ? 'held' : 'take', after, differing, conflicts }
}

/** Items that came from the app and are not there any more. */
function goneFrom({ snapshot, baseline, choiceOf }: PullInput, present: ReadonlySet<string>): PullDifference[] {
  return [...baseline].flatMap(([id, { type, theirId, title, fields }]): PullDifference[] => {
    const assignment = snapshot.records.assignment[id]
    if (type !== 'assignment' || present.has(theirId) || !assignment || assignment.removed) return []
    const choice = choiceOf?.({ type, id: theirId }) ?? null
    if (choice === 'mine' || choice === 'leave') return []
    const here = Object.fromEntries(ofAssignment.map((name) => [name, assignment[name]]))
    const step = choice === 'theirs' ? ('remove' as const) : ('held' as const)
    return [
      {
        ...{ type, id, theirId, title, studentId: null, assignmentId: id, step },
        ...{ here, there: null, base: fields, after: null, differing: [], conflicts: [] },
      },
    ]
  })
}

const nothing = { earned: null, text: null, marks: [], note: '' }

/** Scores that are here and were taken away there. */
function clearedFrom({ snapshot, cleared = [], choiceOf }: PullInput): PullDifference[] {
  return cleared.flatMap((id): PullDifference[] => {
    const [studentId, assignmentId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((each) => each.id === studentId)
    const assignment = record(snapshot.records, 'assignment', assignmentId)
    const choice = choiceOf?.({ type: 'score', id }) ?? null
    if (!student || assignment.removed || choice === 'mine' || choice === 'leave') return []
    const here = scoreOf(snapshot, assignment, record(snapshot.records, 'cell', id))
    const finding = findingOfTheirs({ here, there: nothing, base: here }, [], choice)
    if (!finding) return []
    const title = `${assignment.name}, ${fullName(student)}`
    const of = { type: 'score' as const, id, theirId: assignmentId, title, studentId, assignmentId }
    return [{ ...of, here, there: nothing, base: here, ...finding }]
  })
}

/** A score as it is there, beside the cell. */
function ofResult(input: PullInput, result: CourseworkResult, assignmentId: string): PullDifference | null {
  const { snapshot, baseline, choiceOf, coursework } = input
  const { studentId, earned, text, marks, note } = result
  const student = snapshot.students.find((each) => each.id === studentId)
  if (!student) return null
  const id = jointId(studentId, assignmentId)
  const there = { earned, text, marks, note }
  const base = baseline.get(id)?.fields ?? null
  const cell = record(snapshot.records, 'cell', id)
  const here = scoreOf(snapshot, record(snapshot.records, 'assignment', assignmentId), cell)
  // What neither side ever said is no difference.
  const choice = choiceOf?.({ type: 'score', id }) ?? null
  const finding = choice === 'leave' ? null : findingOfTheirs({ here, there, base: base ?? nothing }, [], choice)
  if (!finding || (base === null && same(there, nothing))) return null
  const title = coursework.find((each) => each.id === result.courseworkId)?.title ?? ''
  return {
    type: 'score',
    id,
    theirId: result.courseworkId,
    title: `${title}, ${fullName(student)}`,
    studentId,
    assignmentId,
    ...{ here, there, base },
    ...finding,
    step: base === null && same(here, nothing) ? 'create' : finding.step,
  }
}

/** A difference of a pull under what was decided of it; null where it is left out. */
export function decidedPull({ here, there }: Sides, finding: Finding, choice: Choice | null): Finding | null {
  if (choice === 'leave') return null
  if (choice === null) return finding
  if (!there) return choice === 'theirs' ? { ...finding, step: 'remove', after: null } : null
  if (!here || finding.step !== 'held') return finding
  const taken =
    choice === 'theirs' ? finding.differing : finding.differing.filter((name) => !finding.conflicts.includes(name))
  return {
    ...finding,
    step: 'take',
    after: { ...here, ...Object.fromEntries(taken.map((name) => [name, there[name]])) },
  }
}

/** A short name for an item that comes in, unlike those that are there. */
export const shortNameOf = (snapshot: ClassSnapshot, title: string, taken: ReadonlySet<string>): string =>
  proposedShortName(title, [
    ...Object.values(snapshot.records.assignment).flatMap((each) => (each.removed ? [] : each.shortName)),
    ...taken,
  ])
