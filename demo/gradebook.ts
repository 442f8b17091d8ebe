import type { CutOff } from '../core/proficiency/cut-off'
import type { Act, ActKind, Change } from '../core/acts/act'
import { SHAPE, blanks, type Kind, type RecordOf } from '../core/kinds'
import { jointId } from '../core/kind'
import type { Cell } from '../core/scores/cell'
import { daysAfter } from '../core/calendar/date'
import { periodOf } from '../core/calendar/periods'
import { resolve } from '../core/remarks/bank'
import { byName, type ClassSnapshot } from '../core/section'
import { demoToday } from './district'
import { seeded, seededId } from './random'

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

/** Builds acts on a class as a teacher would have made them, day by day. */
export class ClassBuilder {
  readonly acts: Act[] = []
  private pending: Change[] = []
  private assignments: (RecordOf<'assignment'> & { id: string })[] = []
  private cells = new Map<string, Cell>()

  constructor(
    private snapshot: ClassSnapshot,
    private random: () => number,
  ) {}

  plan(wanted: Partial<RecordOf<'plan'>>): void {
    this.change('plan', this.snapshot.section.id, wanted)
  }

  category(wanted: Partial<RecordOf<'category'>>): string {
    return this.make('category', { ...wanted, removed: false })
  }

  assignment(wanted: Partial<RecordOf<'assignment'>>): void {
    const id = this.make('assignment', { ...wanted, removed: false })
    this.assignments.push({ ...blanks.assignment, ...wanted, id })
  }

  standardIds(codes: string[]): string[] {
    return codes.map((code) => this.snapshot.standards.find((standard) => standard.code === code)!.id)
  }

  /** Scores for everything that was due before today, a stack at a time; students differ, and so do days. */
  scoreAll(): void {
    const students = [...this.snapshot.students].sort(byName)
    const able = new Map(students.map((student) => [student.id, 0.62 + this.random() * 0.36]))
    for (const assignment of this.assignments) {
      if (assignment.dueOn === null || assignment.dueOn >= demoToday) continue
      for (const student of students) {
        const draw = [this.random(), this.random()] as const
        if (
          !student.spans.some(
            (span) => span.firstDay <= assignment.dueOn! && (span.lastDay ?? '9999') >= assignment.dueOn!,
          )
        )
          continue
        if (draw[0] < 0.015) this.setCell(student.id, assignment.id, { marks: ['missing'] })
        else if (draw[0] < 0.025) this.setCell(student.id, assignment.id, { marks: ['absent'] })
        else
          this.setCell(student.id, assignment.id, {
            value: { points: points(assignment.points, able.get(student.id)! + (draw[1] - 0.5) * 0.3) },
            ...(draw[0] > 0.97 ? { marks: ['late'] as const } : {}),
          } as Partial<Cell>)
      }
      this.flush('type', daysAfter(assignment.dueOn, 1) > demoToday ? demoToday : daysAfter(assignment.dueOn, 1))
    }
  }

  /** Levels for the tagged assignments that were due before today. */
  levelAll(): void {
    for (const assignment of this.assignments) {
      if (assignment.dueOn === null || assignment.dueOn >= demoToday || assignment.cutOffs) continue
      for (const standardId of assignment.standardIds)
        for (const student of this.snapshot.students) {
          const draw = this.random()
          if (this.cells.get(jointId(student.id, assignment.id))?.value)
            this.change('evidence', jointId(student.id, assignment.id, standardId), {
              level: draw < 0.08 ? '1' : draw < 0.36 ? '2' : draw < 0.82 ? '3' : '4',
            })
        }
      if (assignment.standardIds.length) this.flush('level', daysAfter(assignment.dueOn, 1))
    }
  }

  cell(givenName: string, shortName: string, wanted: Partial<Cell>): void {
    const student = this.snapshot.students.find((each) => each.givenName === givenName)!
    this.setCell(student.id, this.assignments.find((each) => each.shortName === shortName)!.id, wanted)
  }

  overrideOf(givenName: string, period: string, wanted: Partial<RecordOf<'override'>>): void {
    this.overrideAt(
      this.snapshot.students.findIndex((each) => each.givenName === givenName),
      period,
      wanted,
    )
  }

  overrideAt(at: number, period: string, wanted: Partial<RecordOf<'override'>>): void {
    this.change('override', jointId(this.snapshot.students[at]!.id, this.periodId(period)), wanted)
  }

  nameAt(at: number): string {
    return this.snapshot.students[at]!.givenName
  }

  remarkAt(at: number, period: string, text: string): void {
    this.pending = this.pending.filter(
      (each) => each.kind !== 'remark' || each.id !== jointId(this.snapshot.students[at]!.id, this.periodId(period)),
    )
    this.change('remark', jointId(this.snapshot.students[at]!.id, this.periodId(period)), { text })
  }

  /** Remarks for the first students of the roster, two entries of the bank each. */
  remarks(period: string, count: number): void {
    this.snapshot.students.slice(0, count).forEach((student, at) => {
      const entries = [
        this.snapshot.bank[at % this.snapshot.bank.length]!,
        this.snapshot.bank[(at * 5 + 3) % this.snapshot.bank.length]!,
      ]
      this.remarkAt(at, period, entries.map((entry) => resolve(entry.text, student)).join(' '))
    })
  }

  declare(period: string, day: string): void {
    this.change('declaration', this.periodId(period), { declared: true })
    this.flush('declare', day)
  }

  flush(kind: ActKind, day: string): void {
    if (this.pending.length)
      this.acts.push({
        id: seededId(this.random),
        shape: SHAPE,
        kind,
        at: `${day}T07:30:00.000Z`,
        changes: this.pending as Act['changes'],
      })
    this.pending = []
  }

  private setCell(studentId: string, assignmentId: string, wanted: Partial<Cell>): void {
    const id = jointId(studentId, assignmentId)
    const before = this.cells.get(id) ?? blanks.cell
    const from = Object.fromEntries(Object.keys(wanted).map((key) => [key, before[key as keyof Cell]]))
    this.pending.push({ kind: 'cell', id, from, to: wanted })
    this.cells.set(id, { ...before, ...wanted })
  }

  private make<K extends Kind>(kind: K, wanted: Partial<RecordOf<K>>): string {
    const id = seededId(this.random)
    this.change(kind, id, wanted)
    return id
  }

  private change<K extends Kind>(kind: K, id: string, wanted: Partial<RecordOf<K>>): void {
    const from = Object.fromEntries(Object.keys(wanted).map((key) => [key, blanks[kind][key as keyof RecordOf<K>]]))
    this.pending.push({ kind, id, from, to: wanted } as Change)
  }

  private periodId(title: string): string {
    return this.snapshot.periods.find((period) => period.title === title)!.id
  }
}

/**
 * A class of one category with as many scored assignments as asked for, all due in the period of today: for measuring.
 */
export function wideActs(snapshot: ClassSnapshot, columns: number): Act[] {
  const builder = new ClassBuilder(snapshot, seeded(columns))
  builder.plan({ method: 'categories', places: 1 })
  const ids = [
    builder.category({ name: 'Work', shortName: 'Work', weight: '60', tint: 1 }),
    builder.category({ name: 'Checks', shortName: 'Checks', weight: '40', tint: 2 }),
  ]
  const firstDay = periodOf(snapshot.periods, demoToday)!.firstDay
  for (let at = 0; at < columns; at++)
    builder.assignment({
      name: `Work ${at + 1}`,
      shortName: `W ${at + 1}`,
      categoryId: ids[at % 2]!,
      dueOn: daysAfter(firstDay, Math.floor((at * 22) / columns)),
      points: '20',
      place: at,
    })
  builder.flush('load', '2026-11-02')
  builder.scoreAll()
  return builder.acts
}

function points(possible: string, share: number): string {
  return String(Math.round(Number(possible) * Math.min(1, Math.max(0.2, share))))
}
