import type { ClassSnapshot } from '../section'
import type { Change } from './act'
import type { Step } from './steps'
import { actWords, changeTold } from './told'

/**
 * What a step is, in a line: what was done, of what, from what to what.
 *
 * @param classes the classes that are open, by id; of others only their number is said
 * @example stepTold(step, new Map([[classId, snapshot]])) // 'typed Dawit Bekele, Core sample drawing: 6, now 8 late'
 */
export function stepTold(step: Step, classes: ReadonlyMap<string, ClassSnapshot>): string {
  const { kind } = step[0]!.act
  const lines = step.flatMap(({ home, act }) => {
    const snapshot = classes.get(home)
    return snapshot ? (act.changes as Change[]).map((each) => changeTold(snapshot, each)) : []
  })
  const others = step.filter(({ home }) => !classes.has(home)).length
  const elsewhere = others ? `, in ${others} ${others === 1 ? 'place' : 'places'} elsewhere` : ''
  const [first] = lines
  if (!first) return `${actWords[kind]}${elsewhere}`
  if (lines.length > 1) return `${actWords[kind]}: ${first.of} and ${lines.length - 1} more${elsewhere}`
  const sides = first.before && first.after ? `: ${first.before}, now ${first.after}` : ''
  return `${actWords[kind]} ${first.of}${sides}${elsewhere}`
}
