import { planOf } from '../plan/rules'
import { same } from '../same'
import { descending, type GradingScale } from '../scales/grading'
import type { ClassSnapshot } from '../section'
import { scaleFaults } from '../scales/faults'
import type { Find, LooseEnd } from './looseend'

/** A grading scale with a gap at its lower end or another fault, or one that the district does not allow. */
export const scale: Find = (snapshot) => {
  const { scale: own } = planOf(snapshot)
  const steps = descending(own)
  const lowest = steps.at(-1)!
  const { scaleIds } = snapshot.policy
  const gap = lowest.from !== '0'
  return [
    ...scaleFaults(steps)
      .filter((fault) => !(gap && fault.severity === 'hint' && fault.field === 'from'))
      .map((fault) => ({
        code: 'scale' as const,
        text: `In the scale: ${fault.text}`,
        mend: { view: 'plan' as const },
      })),
    ...(gap
      ? [
          {
            code: 'scale' as const,
            text: `The scale has no step below ${lowest.from} %: such a grade gets ${lowest.label} too.`,
            mend: { view: 'plan' as const },
            fixes: [
              {
                words: `Begin ${lowest.label} at 0`,
                kind: 'plan' as const,
                desired: [
                  {
                    kind: 'plan' as const,
                    id: snapshot.section.id,
                    to: {
                      scale: {
                        ...own,
                        steps: own.steps.map((each) => (each.label === lowest.label ? { ...each, from: '0' } : each)),
                      },
                    },
                  },
                ],
              },
            ],
          },
        ]
      : []),
    ...changedSince(snapshot, own),
    ...(scaleIds !== null && !scaleIds.includes(own.id ?? '')
      ? [
          {
            code: 'scale-not-allowed' as const,
            text: `The district does not allow the scale ${own.name}. Choose another.`,
            mend: { view: 'plan' as const },
          },
        ]
      : []),
  ]
}

/** A scale whose original was changed after this class took its copy. */
function changedSince(snapshot: ClassSnapshot, copy: GradingScale): LooseEnd[] {
  const original = snapshot.scales.find((each) => each.id === copy.id)
  if (!original || same(original.steps, copy.steps)) return []
  const { id, name, steps } = original
  return [
    {
      code: 'scale',
      text: `The scale ${name} was changed since this class took it; this class still grades by the old one.`,
      mend: { view: 'plan' },
      fixes: [
        {
          words: 'Take the new one',
          kind: 'plan',
          desired: [{ kind: 'plan', id: snapshot.section.id, to: { scale: { id, name, steps } } }],
        },
      ],
    },
  ]
}
