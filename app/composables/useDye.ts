import { depthOf } from '#core/scales/proficiency'
import { useClassStore } from '~/stores/class'

/** The palest dye is 0. */
const DEEPEST = 3

/** How deep the dye of a level of the open class is, from 0 to 3. */
export function useDye(): (value: string) => number {
  const classStore = useClassStore()
  return (value) => Math.round(depthOf(classStore.structure!.proficiencyScale, value) * DEEPEST)
}
