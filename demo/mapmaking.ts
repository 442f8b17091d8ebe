import type { Act } from '../core/acts/act'
import type { ClassSnapshot } from '../core/section'
import { ClassBuilder } from './class-builder'
import { seeded } from './random'

/** name | short name | due | standards */
const work = `
My street from above|Street|2026-09-11|MK.1, MR.8
A room to scale|Room|2026-09-25|MK.1, MS.4
Legends without maps|Legends|2026-10-01|MR.8, MR.3
Way to the harbour|Way|2026-10-09|MK.3, MR.1
Paces and chains|Paces|2026-10-16|MS.1, MS.5
Clay hill, sliced|Hill|2026-10-23|MK.2, MR.2
Contour lines by hand|Contours|2026-11-06|MK.2, MR.2
Bearings in the yard|Yard|2026-11-10|MS.2, MS.7
Three scales, one place|Scales|2026-11-13|MK.1, MR.5
Harbour, then and now|Then|2026-11-17|MR.7, MR.3
A loop that closes|Loop|2026-11-19|MS.3, MS.5
A map for a stranger|Stranger|2026-11-20|MK.3, MK.1
Whose map is this|Whose|2026-11-24|MR.9, MR.3
Harbour model|Harbour|2026-12-04|MK.2, MK.3`

/** Everything that the demo teacher has done in Mapmaking so far: a class that gives levels, and no grades. */
export function mapmakingActs(snapshot: ClassSnapshot): Act[] {
  const builder = new ClassBuilder(snapshot, seeded(706))
  builder.plan({ method: 'none' })
  for (const line of work.trim().split('\n')) {
    const [name, shortName, dueOn, codes] = line.split('|') as [string, string, string, string]
    builder.assignment({
      name,
      shortName,
      dueOn,
      points: '4',
      scoredIn: 'levels',
      standardIds: builder.standardIds(codes.split(', ')),
    })
  }
  builder.flush('load', '2026-09-01')
  builder.scoreInLevels()
  builder.levelAt(2, 'MK.2', 'Quarter 2', { level: '4', reason: 'Read heights off the harbour chart for the class.' })
  builder.levelAt(5, 'MK.1', 'Quarter 2', { level: '2', reason: 'Copied the scale; could not choose one alone yet.' })
  builder.flush('level', '2026-11-24')
  builder.remarks('Quarter 2', 6)
  builder.flush('remark', '2026-11-25')
  builder.declare('Quarter 1', '2026-11-09')
  return builder.acts
}
