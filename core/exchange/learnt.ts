import type { ClassSnapshot } from '../section'
import type { Coursework } from './coursework'
import { blankRule, type Intake, type IntakeRule } from './intake'
import type { SourceBaseline } from './pull'

/** So many items of a topic that were set alike by hand are a habit. */
const ENOUGH = 2

/**
 * Rules that a teacher's corrections suggest: items of one topic that were all given the same category by hand, where no
 * rule speaks of the topic. They are offered and never taken by themselves.
 *
 * @example two lab reports of the topic Rivers put into Labs by hand // [{ topic: 'Rivers', categoryId: 'labs', … }]
 */
export function learntRules(
  { records }: Pick<ClassSnapshot, 'records'>,
  intake: Readonly<Intake>,
  coursework: readonly Coursework[],
  baseline: ReadonlyMap<string, SourceBaseline>,
): IntakeRule[] {
  const topicOf = new Map(coursework.map((each) => [each.id, each.topic]))
  const known = new Set(intake.rules.map((rule) => rule.topic.trim().toLocaleLowerCase()))
  const byTopic = new Map<string, string[]>()
  for (const [id, { type, theirId, fields }] of baseline) {
    const assignment = records.assignment[id]
    const topic = topicOf.get(theirId)
    const isByHand = assignment?.categoryId && assignment.categoryId !== fields.categoryId && !assignment.removed
    if (type !== 'assignment' || !topic || !isByHand || known.has(topic.trim().toLocaleLowerCase())) continue
    byTopic.set(topic, [...(byTopic.get(topic) ?? []), assignment.categoryId!])
  }
  return [...byTopic].flatMap(([topic, categories]) =>
    categories.length >= ENOUGH && new Set(categories).size === 1
      ? [{ ...blankRule(), topic, categoryId: categories[0]! }]
      : [],
  )
}
