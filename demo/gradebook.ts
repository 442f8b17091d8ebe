import type { CutOff } from '../core/proficiency/cut-off'
import type { Act } from '../core/acts/act'
import type { RecordOf } from '../core/kinds'
import { daysAfter } from '../core/calendar/date'
import { periodOf } from '../core/calendar/periods'
import type { ClassSnapshot } from '../core/section'
import { ClassBuilder } from './class-builder'
import { demoToday } from './district'
import { seeded } from './random'

/** name | short name | category | due | points | multiplier */
const earthSystems = `
Layers in a jar|Jar|I|2026-09-10|10|1
Field notes 1|Notes 1|N|2026-09-11|5|1
Check 1, rock cycle|Check 1|C|2026-09-17|20|1
Streambed survey|Stream|I|2026-09-24|20|1
Field notes 2|Notes 2|N|2026-09-25|5|1
Check 2, weathering|Check 2|C|2026-10-01|20|1
Sorting sand|Sand|I|2026-10-08|10|1
Check 3, water cycle|Check 3|C|2026-10-15|25|1
Field notes 3|Notes 3|N|2026-10-16|5|1
Shoreline model|Shore|I|2026-10-22|25|2
Check 4, landforms|Check 4|C|2026-10-29|40|1
Rock identification 1|Rocks 1|I|2026-11-03|10|1
Core sample drawing|Core|I|2026-11-12|10|1
Field notes 4|Notes 4|N|2026-11-13|5|1
Check 5, river systems|Check 5|C|2026-11-17|40|1
Delta model|Delta|I|2026-11-20|25|2
Field notes 5|Notes 5|N|2026-11-24|5|1
Sediment lab report|Lab|I|2026-12-03|20|1
Check 6, erosion|Check 6|C|2026-12-08|40|1
Field notes 6|Notes 6|N|2026-12-11|5|1
Semester exam|Exam|C|2026-12-18|100|1`

const tags: Record<string, string[]> = {
  'Layers in a jar': ['ES.1'],
  'Streambed survey': ['ES.2', 'ES.4'],
  'Shoreline model': ['ES.3'],
  'Rock identification 1': ['ES.1'],
  'Delta model': ['ES.2', 'ES.5'],
  'Check 5, river systems': ['ES.3'],
  'Sediment lab report': ['ES.5'],
}
/** Whose points show a level, and from which percent on. */
const cutOffs: Record<string, CutOff[]> = {
  'Check 5, river systems': [
    { level: '4', from: '90' },
    { level: '3', from: '75' },
    { level: '2', from: '55' },
  ],
}

const categories = {
  I: ['Investigations', 'Invest.', '45', 1],
  C: ['Checks', 'Checks', '30', 2],
  N: ['Field notes', 'Notes', '25', 3],
} as const

/** Drop rules, by hour and category. */
const drops: Record<string, Record<string, Partial<RecordOf<'category'>>>> = {
  '2': { N: { dropCount: 1 } },
  '5': { C: { dropCount: 1, dropRule: 'best for the student', keepOne: true }, N: { basis: 'equal' } },
}

/**
 * Everything that the demo teacher has done in one Earth Systems class so far: a plan, assignments, scores to yesterday,
 * and what a classroom has besides (a bonus, a missing one, an excused one, notes, an override, remarks).
 *
 * @param hour which of the classes: it seeds the scores and picks the special cases
 */
export function earthSystemsActs(snapshot: ClassSnapshot, hour: string): Act[] {
  const random = seeded(700 + Number(hour))
  const builder = new ClassBuilder(snapshot, random)
  builder.plan({ method: 'categories', places: 1 })
  const categoryIds = new Map<string, string>()
  for (const [key, [name, shortName, weight, tint]] of Object.entries(categories))
    categoryIds.set(key, builder.category({ name, shortName, weight, tint, place: tint, ...drops[hour]?.[key] }))
  for (const line of earthSystems.trim().split('\n')) {
    const [name, shortName, category, dueOn, points, multiplier] = line.split('|') as [
      string,
      string,
      string,
      string,
      string,
      string,
    ]
    builder.assignment({
      name,
      shortName,
      categoryId: categoryIds.get(category)!,
      dueOn,
      points,
      multiplier,
      standardIds: builder.standardIds(tags[name] ?? []),
      cutOffs: cutOffs[name] ?? null,
    })
  }
  if (hour === '1')
    builder.assignment({
      name: 'Museum day write-up',
      shortName: 'Museum',
      categoryId: categoryIds.get('N')!,
      dueOn: '2026-12-29',
      points: '5',
    })
  if (hour === '5')
    builder.assignment({
      name: 'Weather watch',
      shortName: 'Weather',
      categoryId: null,
      dueOn: '2026-12-02',
      points: '10',
    })
  builder.flush('load', '2026-09-01')
  builder.scoreAll()
  builder.levelAll()
  special[hour]?.(builder)
  return builder.acts
}

/** What makes each class of its own; names are from the demo's roster. */
const special: Record<string, (builder: ClassBuilder) => void> = {
  '1': (b) => {
    b.cell('Rosalind', 'Core', {
      value: { points: '11' },
      marks: ['late'],
      note: 'Labelled every layer and added a second core. Two days late with notice.',
      noteFor: 'family',
    })
    b.cell('Inés', 'Check 5', { value: null, marks: ['excused'] })
    b.cell('Chidera', 'Delta', {
      value: null,
      marks: ['missing'],
      note: 'Says it is at home. Asked on Monday.',
      noteFor: 'teacher',
    })
    b.cell('Mateo', 'Rocks 1', {
      value: { points: '4' },
      note: 'Was ill that week. Offer a second try.',
      noteFor: 'teacher',
    })
    b.cell('Otto', 'Notes 5', { value: { points: '88' } })
    b.cell('Kavya', 'Core', { marks: ['late'] })
    b.cell('Tobi', 'Check 5', { value: { percent: '85' } })
    b.cell('Naledi', 'Notes 4', { value: { label: 'B+' } })
    for (const name of ['Ani', 'Sami', 'Freja', 'Deniz']) b.cell(name, 'Notes 5', { value: null, marks: [] })
    b.flush('type', '2026-11-25')
    b.overrideOf('Mateo', 'Quarter 2', {
      percent: '80',
      label: 'B-',
      reason: 'Delta model redone after illness',
      familyLine: 'With the delta model, which came in later.',
      incompleteUntil: null,
    })
    b.flush('override', '2026-11-24')
    b.declare('Quarter 1', '2026-11-06')
  },
  '2': (b) => {
    b.overrideAt(3, 'Quarter 2', { percent: '80', label: 'A', reason: 'Oral check taken at the shore' })
    b.flush('override', '2026-11-20')
    b.remarks('Quarter 2', 20)
    b.remarkAt(4, 'Quarter 2', `${b.nameAt(2)} asks sharp questions and should show units in each answer.`)
    b.flush('remark', '2026-11-20')
    b.declare('Quarter 1', '2026-11-06')
  },
  '5': (b) => b.declare('Quarter 1', '2026-11-09'),
}

const WIDE_CUT_OFFS: CutOff[] = [
  { level: '4', from: '90' },
  { level: '3', from: '70' },
  { level: '2', from: '50' },
]
/** How many standards each assignment of a wide class shows, by its points. */
const TAGS = 3

/**
 * A class with as many scored assignments as asked for, all due in the period of today: for measuring.
 *
 * @param standards how many standards it is judged by; each assignment shows a few of them
 */
export function wideActs(snapshot: ClassSnapshot, columns: number, standards = 0): Act[] {
  const builder = new ClassBuilder(snapshot, seeded(columns))
  builder.plan({ method: 'categories', places: 1 })
  const ids = [
    builder.category({ name: 'Work', shortName: 'Work', weight: '60', tint: 1 }),
    builder.category({ name: 'Checks', shortName: 'Checks', weight: '40', tint: 2 }),
  ]
  const standardIds = Array.from({ length: standards }, (_, at) =>
    builder.standard({ code: `S.${at + 1}`, statement: `Does what number ${at + 1} asks.`, place: at }),
  )
  const tagged = (at: number) =>
    standards ? Array.from({ length: TAGS }, (_, more) => standardIds[(at * TAGS + more) % standards]!) : []
  const firstDay = periodOf(snapshot.periods, demoToday)!.firstDay
  for (let at = 0; at < columns; at++)
    builder.assignment({
      name: `Work ${at + 1}`,
      shortName: `W ${at + 1}`,
      categoryId: ids[at % 2]!,
      dueOn: daysAfter(firstDay, Math.floor((at * 22) / columns)),
      points: '20',
      place: at,
      standardIds: tagged(at),
      ...(standards ? { cutOffs: WIDE_CUT_OFFS } : {}),
    })
  builder.flush('load', '2026-11-02')
  builder.scoreAll()
  return builder.acts
}
