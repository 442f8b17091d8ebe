import type { Act } from '../core/acts/act'
import { blankProficiency } from '../core/proficiency/settings'
import type { ClassSnapshot } from '../core/section'
import { ClassBuilder } from './class-builder'
import { seeded } from './random'
import { withHalves } from './standards'

/** name | short name | due | standards */
const work = `
A story in six pictures|Story|2026-09-15|RD.1
Halves and quarters|Halves|2026-09-18|NU.1
My summer, one paragraph|Summer|2026-09-22|WR.1
What floats|Floats|2026-09-25|SC.1, SC.3
Map of our harbour|Harbour|2026-10-01|SO.1
Times tables to 5|Times 5|2026-10-06|NU.2
Read to a friend|Friend|2026-10-09|RD.2
Why we have rules|Rules|2026-10-15|SO.3, WR.3
Leaves, sorted|Leaves|2026-10-20|SC.2
Two-step stories|Stories|2026-10-23|NU.4
Words I did not know|Words|2026-10-28|RD.3
A draft and its mending|Draft|2026-11-05|WR.4
Weather for two weeks|Weather|2026-11-10|SC.5
Times tables to 10|Times 10|2026-11-13|NU.2
Who tells it|Teller|2026-11-17|RD.4
Around the playground|Around|2026-11-20|NU.6
Old harbour, new harbour|Old|2026-11-24|SO.2, WR.2
Two books about whales|Whales|2026-12-04|RD.5
Bar graph of boats|Boats|2026-12-09|NU.7`

/** day | standard | what was seen */
const seen = `
2026-09-17|RD.6|
2026-09-30|SO.4|
2026-10-13|NU.5|
2026-10-14|RD.2|
2026-11-04|WR.5|
2026-11-06|RD.1|Retold it to the class
2026-11-11|SC.4|
2026-11-18|NU.1|
2026-11-19|SO.4|
2026-11-23|RD.6|`

/** One teacher, five subjects, no percents: half levels, and the year to date. */
export function gradeThreeActs(snapshot: ClassSnapshot): Act[] {
  const random = seeded(303)
  const builder = new ClassBuilder(snapshot, random)
  builder.plan({ method: 'none', proficiency: { ...blankProficiency, scaleId: withHalves, window: 'year' } })
  for (const line of work.trim().split('\n')) {
    const [name, shortName, dueOn, codes] = line.split('|') as [string, string, string, string]
    builder.assignment({
      ...{ name, shortName, dueOn, points: '4' },
      scoredIn: 'levels',
      standardIds: builder.standardIds(codes.split(', ')),
    })
  }
  builder.flush('load', '2026-09-01')
  builder.scoreInLevels(true)
  const ease = new Map(snapshot.students.map((student) => [student.id, random()]))
  for (const line of seen.trim().split('\n')) {
    const [day, code, note] = line.split('|') as [string, string, string]
    for (const id of builder.thereOn(day)) {
      const reached = 1.6 + ease.get(id)! * 1.8 + (random() - 0.5)
      if (random() < 0.85)
        builder.observe(
          id,
          code,
          day,
          String(Math.min(4, Math.max(1, Math.round(reached * 2) / 2))),
          random() < 0.2 ? note : '',
        )
    }
    builder.flush('observe', day)
  }
  builder.levelAt(3, 'NU.2', 'Quarter 2', { level: '3.5', reason: 'Knows them by heart since the game on Thursday.' })
  builder.levelAt(7, 'RD.1', 'Quarter 2', { level: '2', reason: 'Needed the pictures to begin.' })
  builder.flush('level', '2026-11-24')
  const drawn = () => {
    const draw = random()
    return draw < 0.05 ? '1' : draw < 0.25 ? '2' : draw < 0.75 ? '3' : '4'
  }
  for (const code of ['HB.1', 'HB.2', 'HB.3', 'HB.4']) builder.levelsOf(code, 'Quarter 1', drawn)
  builder.flush('level', '2026-10-30')
  builder.remarks('Quarter 2', 4)
  builder.flush('remark', '2026-11-25')
  builder.declare('Quarter 1', '2026-11-05')
  return builder.acts
}
