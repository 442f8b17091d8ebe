import type { z } from 'zod'
import type { Ratio } from '../../number/ratio'

/** The values of a scale's lowest and highest level. */
export type ScaleEnds = readonly [lowest: Ratio, highest: Ratio]

/** A way of making one value of evidence, with the settings that it has. */
export interface LevelMethod<S extends z.ZodObject = z.ZodObject> {
  /** Its name, and what it is told. */
  settings: S
  /** What it is told where nobody has said otherwise. */
  blank: z.infer<S>
  /**
   * The numeric value of the evidence.
   *
   * @param levels values of the levels, oldest first, at least one
   */
  value(levels: readonly Ratio[], settings: z.infer<S>, ends: ScaleEnds): Ratio
  /**
   * With what share each piece of evidence is in the value: their sum is 1, and the levels times their shares are the
   * value. Left out where the value is no such sum.
   */
  shares?(levels: readonly Ratio[], settings: z.infer<S>): Ratio[]
  /** Whether it makes sense on a scale; left out, on every one. */
  fits?(ends: ScaleEnds): boolean
}

/** A method, with the type of its settings found from their schema. */
export const levelMethod = <S extends z.ZodObject>(given: LevelMethod<S>): LevelMethod<S> => given
