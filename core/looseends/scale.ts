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
        message: { code: 'end.scale' as const, fault: fault.message },
        mend: { view: 'plan' as const },
      })),
    ...(gap
      ? [
          {
            code: 'scale' as const,
            message: { code: 'end.scale-gap' as const, from: lowest.from, label: lowest.label },
            mend: { view: 'plan' as const },
            fixes: [
              {
                message: { code: 'mend.begin-at-0' as const, label: lowest.label },
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
            message: { code: 'end.scale-not-allowed' as const, scale: own.name },
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
      message: { code: 'end.scale-changed', scale: name },
      mend: { view: 'plan' },
      fixes: [
        {
          message: { code: 'mend.new-scale' },
          kind: 'plan',
          desired: [{ kind: 'plan', id: snapshot.section.id, to: { scale: { id, name, steps } } }],
        },
      ],
    },
  ]
}
