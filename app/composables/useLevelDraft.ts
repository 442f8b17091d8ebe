import { readDecimal } from '#core/number/decimal'
import type { Level, ProficiencyScale } from '#core/scales/proficiency'

/** A proficiency scale as it stands in an editor: figures as typed. `id` is null for one that is being made. */
export interface LevelDraft {
  id: string | null
  name: string
  halves: boolean
  levels: { value: string; label: string; short: string; description: string; percent: string; from: string }[]
}

export const levelDraftOf = (scale: ProficiencyScale): LevelDraft => ({
  id: scale.id,
  name: scale.name,
  halves: scale.halves ?? false,
  levels: scale.levels.map(({ percent = '', from = '', ...each }) => ({ ...each, percent, from })),
})

/** The levels as they would be kept: what can be read in its canonical form. */
export const levelsOfDraft = (draft: LevelDraft): Level[] =>
  draft.levels.map(({ value, percent, from, ...each }) => ({
    value: readDecimal(value) ?? value,
    label: each.label.trim(),
    short: each.short.trim(),
    description: each.description.trim(),
    ...(percent.trim() ? { percent: readDecimal(percent) ?? percent } : {}),
    ...(from.trim() ? { from: readDecimal(from) ?? from } : {}),
  }))
