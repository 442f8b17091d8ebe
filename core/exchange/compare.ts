import { merge } from './merge'
import { thingTypes, type Fields, type Sendable, type Thing, type ThingType } from './thing'

/**
 * What a run would do about one thing. `take` brings over what was changed there alone; `held` waits for a decision: it
 * changed on both sides, or is gone on one of them.
 */
export const steps = ['create', 'change', 'remove', 'take', 'held'] as const
export type Step = (typeof steps)[number]

/** Whose a difference is to be: theirs or mine for a conflict, `leave` sends nothing of it, whatever it is. */
export const choices = ['mine', 'theirs', 'leave'] as const
export type Choice = (typeof choices)[number]

/** One thing as it is here, there, and was when both sides last agreed; null where it is not. */
export interface Sides {
  here: Fields | null
  there: Fields | null
  base: Fields | null
}

/** What is to be done about one thing. */
export interface Finding {
  step: Step
  /** What both sides are to hold after the run; null to be gone. */
  after: Fields | null
  /** Names of the fields that differ between here and there. */
  differing: string[]
  /** Those of them that changed on both sides. */
  conflicts: string[]
}

/** When a thing changed last on each side, and who changed it here; null where that is not known. */
export interface LastChange {
  hereAt: string | null
  hereBy: string | null
  thereAt: string | null
}

export interface Difference extends Sides, Finding {
  type: ThingType
  id: string
  title: string
  studentId: string | null
  assignmentId: string | null
}

/** What the two sides held when they last agreed. */
export interface Baseline {
  type: ThingType
  title: string
  fields: Fields
}

/**
 * What is to be done about one thing, whatever anybody decided; null for nothing.
 *
 * @example findingOf({ here: { a: 2 }, there: { a: 1 }, base: { a: 1 } })?.step // 'change'
 */
export function findingOf({ here, there, base }: Sides): Finding | null {
  const whole = { differing: [], conflicts: [] }
  if (here && !there) return { ...whole, step: base ? 'held' : 'create', after: here }
  if (!here) {
    if (!there || !base) return null
    const isChanged = merge(base, base, there).theirs.length > 0
    return { ...whole, step: isChanged ? 'held' : 'remove', after: null }
  }
  const { fields: after, ours, theirs, conflicts } = merge(base, here, there!)
  const differing = [...ours, ...theirs, ...conflicts]
  if (differing.length === 0) return null
  return { step: conflicts.length ? 'held' : ours.length ? 'change' : 'take', after, differing, conflicts }
}

/**
 * A finding under what was decided of it; null where the thing is left out.
 *
 * @example decided(sides, heldFinding, 'mine')?.step // 'change'
 */
export function decided({ here, there }: Sides, finding: Finding, choice: Choice | null): Finding | null {
  if (choice === 'leave') return null
  const isOpen = finding.step === 'held' || finding.step === 'take'
  if (choice === null || !isOpen) return finding
  if (choice === 'mine')
    return { ...finding, step: here === null ? 'remove' : there === null ? 'create' : 'change', after: here }
  // What is gone on one side cannot become what it is there.
  return here && there ? { ...finding, step: 'take', after: { ...here, ...there } } : finding
}

/**
 * What is to be done so that the other side holds what is here, thing by thing and field by field (`merge`).
 *
 * @param here what the class wants there to be
 * @param there what the other side holds now, by id
 * @param baseline what both held after the last run, by id
 * @param choiceOf what was decided of a thing, where something was
 * @param stays which items the other side keeps, though there is no such item here any more
 * @returns the differences in the order in which they can be sent
 * @example compare([sendable], new Map(), new Map())[0]?.step // 'create'
 */
export function compare(
  here: readonly Sendable[],
  there: ReadonlyMap<string, { fields: Fields }>,
  baseline: ReadonlyMap<string, Baseline>,
  choiceOf: (thing: Pick<Thing, 'type' | 'id'>) => Choice | null = () => null,
  stays: (id: string) => boolean = () => false,
): Difference[] {
  const differences = (
    named: Pick<Difference, 'type' | 'id' | 'title' | 'studentId' | 'assignmentId'>,
    fields: Fields | null,
  ): Difference[] => {
    const { id } = named
    const sides = { here: fields, there: there.get(id)?.fields ?? null, base: baseline.get(id)?.fields ?? null }
    const found = findingOf(sides)
    const finding = found && decided(sides, found, choiceOf(named))
    return finding ? [{ ...named, ...sides, ...finding }] : []
  }
  const sent = here.flatMap(({ type, id, title, studentId = null, assignmentId = null, fields }) =>
    differences({ type, id, title, studentId, assignmentId }, fields),
  )
  const kept = new Set(here.map((each) => each.id))
  const gone = [...baseline].flatMap(([id, { type, title }]) =>
    kept.has(id) || stays(id) ? [] : differences({ type, id, title, studentId: null, assignmentId: null }, null),
  )
  const place = (each: Difference) => thingTypes.indexOf(each.type)
  return [...sent.sort((a, b) => place(a) - place(b)), ...gone.sort((a, b) => place(b) - place(a))]
}
