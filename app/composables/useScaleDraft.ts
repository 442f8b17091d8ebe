import { readDecimal } from '#core/number/decimal'
import { descending, type GradingScale, type ScaleStep } from '#core/scales/grading'

/** A scale as it stands in an editor: figures as typed. `id` is null for one that is being made. */
export interface ScaleDraft {
  id: string | null
  name: string
  steps: { label: string; from: string; worth: string }[]
}

export function draftOf(scale: GradingScale): ScaleDraft {
  return {
    id: scale.id ?? null,
    name: scale.name,
    steps: descending(scale).map(({ label, from, worth }) => ({ label, from, worth: worth ?? '' })),
  }
}

/** The steps as they would be kept: what can be read in its canonical form, grade points as the original has them. */
export function stepsOf(draft: ScaleDraft, original: GradingScale | null): ScaleStep[] {
  return draft.steps.map(({ label, from, worth }) => {
    const gradePoints = original?.steps.find((each) => each.label === label.trim())?.gradePoints
    return {
      label: label.trim(),
      from: readDecimal(from) ?? from,
      ...(worth.trim() ? { worth: readDecimal(worth) ?? worth } : {}),
      ...(gradePoints === undefined ? {} : { gradePoints }),
    }
  })
}
