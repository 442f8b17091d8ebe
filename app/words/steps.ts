import type { ClassSnapshot } from '#core/section'
import type { Change } from '#core/acts/act'
import type { Step } from '#core/acts/steps'
import { actWords, describeChange } from './acts'

/**
 * What a step is, in a line: what was done, of what, from what to what.
 *
 * @param classes the classes that are open, by id; of others only their number is said
 * @example describeStep(step, new Map([[classId, snapshot]])) // 'typed Dawit Bekele, Core sample drawing: 6, now 8 late'
 */
export function describeStep(step: Step, classes: ReadonlyMap<string, ClassSnapshot>): string {
  const { kind } = step[0]!.act
  const lines = step.flatMap(({ scope, act }) => {
    const snapshot = classes.get(scope)
    return snapshot ? (act.changes as Change[]).map((each) => describeChange(snapshot, each)) : []
  })
  const others = step.filter(({ scope }) => !classes.has(scope)).length
  const elsewhere = others ? `, in ${others} ${others === 1 ? 'place' : 'places'} elsewhere` : ''
  const [first] = lines
  if (!first) return `${actWords[kind]}${elsewhere}`
  if (lines.length > 1) return `${actWords[kind]}: ${first.of} and ${lines.length - 1} more${elsewhere}`
  const sides = first.before && first.after ? `: ${first.before}, now ${first.after}` : ''
  return `${actWords[kind]} ${first.of}${sides}${elsewhere}`
}
