import type { Act } from '../core/acts/act'
import type { ClassSnapshot } from '../core/section'
import { ClassBuilder } from './class-builder'
import { seeded } from './random'

/** name | short name | category | due | points | standards */
const work = `
Who lives where|Where|S|2026-09-14|10|TL.1
First line count|Line 1|F|2026-09-22|10|TF.1, TF.2
Check 1, zones|Zones|C|2026-09-29|20|TL.1, TL.2
Field book, September|Book 1|F|2026-10-02|5|TF.2
Food web poster|Web|S|2026-10-13|20|TE.1, TE.2
Check 2, energy|Energy|C|2026-10-22|25|TE.2
Two shores|Shores|S|2026-10-29|20|TL.5
Field book, October|Book 2|F|2026-10-30|5|TF.2, TF.6
Limpet diary|Limpet|S|2026-11-09|10|TL.3
Second line count|Line 2|F|2026-11-13|10|TF.1, TF.4
Check 3, missing links|Links|C|2026-11-19|25|TE.3, TE.1
A picture of the count|Picture|F|2026-11-24|10|TF.7
Warm pool forecast|Warm|S|2026-12-03|20|TL.6
Check 4, the whole shore|Shore|C|2026-12-11|40|TL.4, TE.4`

const categories = {
  S: ['Studies', 'Studies', '40', 1],
  C: ['Checks', 'Checks', '35', 2],
  F: ['Field work', 'Field', '25', 3],
} as const

/** From which percent on a check shows which level. */
const cutOffs = [
  { level: '4', from: '92' },
  { level: '3', from: '76' },
  { level: '2', from: '58' },
]

/** The class that has grades and levels: of one score both, side by side. */
export function tidePoolActs(snapshot: ClassSnapshot): Act[] {
  const random = seeded(703)
  const builder = new ClassBuilder(snapshot, random)
  builder.plan({ method: 'categories', places: 0 })
  const ids = new Map<string, string>()
  for (const [key, [name, shortName, weight, tint]] of Object.entries(categories))
    ids.set(key, builder.category({ name, shortName, weight, tint, place: tint }))
  for (const line of work.trim().split('\n')) {
    const [name, shortName, category, dueOn, points, codes] = line.split('|') as [
      string,
      string,
      string,
      string,
      string,
      string,
    ]
    builder.assignment({
      ...{ name, shortName, dueOn, points },
      categoryId: ids.get(category)!,
      standardIds: builder.standardIds(codes.split(', ')),
      ...(category === 'F' ? {} : { cutOffs }),
    })
  }
  builder.flush('load', '2026-09-01')
  builder.scoreAll()
  builder.levelAll()
  // What is seen on the rocks has no paper.
  for (const [day, code] of [
    ['2026-10-08', 'TF.5'],
    ['2026-11-12', 'TF.5'],
    ['2026-11-12', 'TF.6'],
  ] as const) {
    for (const id of builder.thereOn(day)) {
      const draw = random()
      if (draw < 0.7) builder.observe(id, code, day, draw < 0.08 ? '2' : draw < 0.5 ? '3' : '4')
    }
    builder.flush('observe', day)
  }
  builder.levelAt(1, 'TL.1', 'Quarter 2', { level: '4', reason: 'Named all of it at the pool, without notes.' })
  builder.flush('level', '2026-11-24')
  builder.remarks('Quarter 2', 5)
  builder.flush('remark', '2026-11-25')
  builder.declare('Quarter 1', '2026-11-06')
  return builder.acts
}
