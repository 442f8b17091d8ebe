import type { Act } from '../core/acts/act'
import type { ClassSnapshot } from '../core/section'
import { ClassBuilder } from './class-builder'
import { seeded } from './random'

const habits = ['HB.1', 'HB.2', 'HB.3', 'HB.4']

/** The advisory group: learning habits and nothing else. Quarter 1 is given, quarter 2 begun from what is seen. */
export function advisoryActs(snapshot: ClassSnapshot): Act[] {
  const random = seeded(707)
  const builder = new ClassBuilder(snapshot, random)
  builder.plan({ method: 'none' })
  builder.flush('load', '2026-09-01')
  const drawn = () => {
    const draw = random()
    return draw < 0.06 ? '1' : draw < 0.28 ? '2' : draw < 0.74 ? '3' : '4'
  }
  for (const code of habits) builder.levelsOf(code, 'Quarter 1', drawn)
  builder.flush('level', '2026-10-30')
  for (const [day, code] of [
    ['2026-11-05', 'HB.1'],
    ['2026-11-12', 'HB.2'],
    ['2026-11-19', 'HB.1'],
  ] as const) {
    for (const id of builder.thereOn(day)) if (random() < 0.6) builder.observe(id, code, day, drawn())
    builder.flush('observe', day)
  }
  builder.remarks('Quarter 2', 3)
  builder.flush('remark', '2026-11-24')
  builder.declare('Quarter 1', '2026-11-05')
  return builder.acts
}
