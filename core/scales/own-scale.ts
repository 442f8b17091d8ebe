import { z } from 'zod'
import { kind, type ChangeOf } from '../kind'
import { scaleFaults } from './faults'
import { gradingScale, scaleStep } from './grading'

const schema = z.strictObject({
  name: gradingScale.shape.name,
  steps: z.array(scaleStep).max(40),
  removed: z.boolean(),
})
export type OwnScale = z.infer<typeof schema>

/** A grading scale of a teacher's own or of the district's, from which classes take their copies. */
export const ownScale = kind({
  names: ['itself'],
  schema,
  blank: { name: 'Untitled', steps: [], removed: true },
  moves: 'class',
  refuse: ({ to, present }: ChangeOf<OwnScale>) => {
    const next = { ...present, ...to }
    if (next.removed) return null
    if (next.steps.length === 0) return { code: 'scale.no-steps' as const }
    return scaleFaults(next.steps).find((fault) => fault.severity === 'fault')?.message ?? null
  },
})
