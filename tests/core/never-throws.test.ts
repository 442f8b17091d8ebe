import fc from 'fast-check'
import { expect, it } from 'vitest'
import { desired } from '#core/exchange/desired'
import { familyView } from '#core/families/view'
import { Grades } from '#core/grading/grades'
import { classMean, toScore } from '#core/grading/section'
import { jointId } from '#core/kind'
import { schemas, type Kind, type RecordOf } from '#core/kinds'
import { looseEnds } from '#core/looseends'
import { levelsIn } from '#core/proficiency/levels-in'
import { toDecide } from '#core/proficiency/to-decide'
import { levelWindow } from '#core/proficiency/window'
import { put, record, type Records } from '#core/records'
import { currentGrades } from '#core/report-card/declared'
import { cardsOf } from '#core/report-card/card'
import { reports } from '#core/reports'
import type { ClassSnapshot } from '#core/section'
import { classDay } from '#core/today/class-day'
import { aClass, aStandard } from '../support/class'
import { arbitraryOf } from '../support/schema-arbitrary'

/**
 * Nothing that the schemas accept makes the core throw: one odd record must not take down every grade of a class. FUZZ
 * draws as many classes as it says.
 */
const CLASSES = Number(process.env.FUZZ ?? 60)
const TODAY = '2026-11-25'
const STUDENTS = ['ann', 'ben', 'cleo']
const WORK = ['a0', 'a1', 'a2', 'a3']
const PERIODS = ['year', 'q1', 'q2']
const STANDARDS = ['area', 'std1', 'std2', 'habit']
const POOL = [
  ...[...WORK, ...PERIODS, ...STANDARDS, 'c0', 'c1', 'class', 'own-scale', 'nowhere'],
  ...[
    '0',
    '0.001',
    '0.5',
    '1',
    '1.5',
    '2',
    '2.5',
    '3',
    '4',
    '33.333',
    '66.667',
    '85',
    '100',
    '110',
    '1000',
    '99999.999',
  ],
  ...['0.65', '0.9', '50', '75.8335', '2026-09-10', '2026-11-10', '2026-12-31', '2028-02-29'],
  ...['A', 'B+', 'gone', 'Ψ', '', ' ', 'text with {name} and {they are}', '2026-11-25T08:00:00.000Z'],
]
const drawn = <K extends Kind>(kind: K) => arbitraryOf(schemas[kind], POOL) as fc.Arbitrary<RecordOf<K>>
/** Puts drawn records of a kind into a class; some ids stay blank. */
const each = <K extends Kind>(kind: K, ids: readonly string[]) =>
  fc.tuple(...ids.map(() => fc.option(drawn(kind), { freq: 6 }))).map((all) => (records: Records) => {
    all.forEach(
      (given, at) => given && put(records, kind, ids[at]!, 'removed' in given ? { ...given, removed: false } : given),
    )
  })
const joint = (others: readonly string[]) =>
  STUDENTS.flatMap((student) => others.map((other) => jointId(student, other)))

const fillings = fc.tuple(
  each('plan', ['class']),
  each('category', ['c0', 'c1']),
  each('assignment', WORK),
  each('cell', joint(WORK)),
  each('evidence', joint(['a0', 'a1'].flatMap((work) => ['std1', 'area'].map((standard) => jointId(work, standard))))),
  each('override', joint(PERIODS)),
  each('levelOverride', joint(STANDARDS.map((standard) => jointId(standard, 'q2')))),
  each('remark', joint(['q2'])),
)
const classes: fc.Arbitrary<ClassSnapshot> = fc.tuple(fillings, drawn('levelScale')).map(([fill, scale]) => {
  const snapshot = aClass({ students: STUDENTS.map((id) => ({ id })) })
  for (const each of fill) each(snapshot.records)
  const { scaleId } = record(snapshot.records, 'plan', 'class').proficiency
  const { name, levels, halves } = scale
  return {
    ...snapshot,
    // A plan that names a scale that isn't there is refused where it is typed.
    levelScales: [...snapshot.levelScales, { name, levels, halves, id: scaleId ?? 'own-scale', owner: 'mine' }],
    standards: [
      aStandard('area'),
      aStandard('std1', { parentId: 'area' }),
      aStandard('std2', { parentId: 'area', weight: '0' }),
      aStandard('habit', { habit: true }),
    ],
  }
})

/** Everything that is shown of a class. */
function all(snapshot: ClassSnapshot): void {
  const grades = new Grades(snapshot)
  for (const period of snapshot.periods) {
    for (const student of snapshot.students) {
      grades.work(student.id, period.id)
      grades.dropped(student.id, period.id)
      familyView(snapshot, student, period, TODAY)
    }
    const window = levelWindow(snapshot, period)
    for (const { id } of snapshot.students) levelsIn(window, id)
    toDecide(window, TODAY)
    classMean(snapshot, (id) => grades.of(id, period.id), TODAY)
    toScore(snapshot, period, TODAY)
    classDay(snapshot, period, TODAY)
    currentGrades(snapshot, period)
    cardsOf(snapshot, period, null, [], TODAY)
    for (const report of Object.values(reports)) report(snapshot, period, TODAY)
  }
  looseEnds(snapshot, TODAY)
  desired(snapshot, new Map())
}

it('computes whatever the schemas accept', () => {
  fc.assert(
    fc.property(classes, (snapshot) => {
      expect(() => all(snapshot)).not.toThrow()
    }),
    { numRuns: CLASSES },
  )
}, 240_000)
