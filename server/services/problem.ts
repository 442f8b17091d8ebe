import type { ProblemCode, Problems } from '../../shared/problem'

/** Something that a person has to be told: a status, a code and the figures of its sentence. */
export class Problem<C extends ProblemCode = ProblemCode> extends Error {
  constructor(
    readonly status: number,
    readonly code: C,
    readonly figures: Problems[C] = {} as Problems[C],
    readonly detail?: unknown,
  ) {
    super(code)
  }
}

/** A problem as a run keeps it; null for a fault of ours. */
export const problemOf = (error: unknown): { code: string; figures: Record<string, unknown> } | null =>
  error instanceof Problem ? { code: error.code, figures: { ...error.figures } } : null
