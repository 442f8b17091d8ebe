import type { Act, ActKind, Change } from '../core/acts/act'
import { SHAPE, blanks, type Kind, type RecordOf } from '../core/kinds'
import { jointId } from '../core/kind'
import type { Cell } from '../core/scores/cell'
import { daysAfter } from '../core/calendar/date'
import { resolve } from '../core/remarks/bank'
import { byName, type ClassSnapshot } from '../core/section'
import { demoToday } from './district'
import { seededId } from './random'

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

  plan(desired: Partial<RecordOf<'plan'>>): void {
    this.change('plan', this.snapshot.section.id, desired)
  }

  category(desired: Partial<RecordOf<'category'>>): string {
    return this.make('category', { ...desired, removed: false })
  }

  assignment(desired: Partial<RecordOf<'assignment'>>): void {
    const id = this.make('assignment', { ...desired, removed: false })
    this.assignments.push({ ...blanks.assignment, ...desired, id })
  }

  /** A standard of the class's own. */
  standard(desired: Partial<RecordOf<'standard'>>): string {
    return this.make('standard', { ...desired, removed: false })
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

  cell(givenName: string, shortName: string, desired: Partial<Cell>): void {
    const student = this.snapshot.students.find((each) => each.givenName === givenName)!
    this.setCell(student.id, this.assignments.find((each) => each.shortName === shortName)!.id, desired)
  }

  /** The teacher's own level, by the places of student and standard. */
  levelAt(at: number, code: string, period: string, desired: Partial<RecordOf<'levelOverride'>>): void {
    const id = jointId(this.snapshot.students[at]!.id, this.standardIds([code])[0]!, this.periodId(period))
    this.change('levelOverride', id, desired)
  }

  /** What was seen of a student and a standard on a day. */
  observe(studentId: string, code: string, on: string, level: string, note = ''): void {
    this.change('observation', jointId(studentId, this.standardIds([code])[0]!, on), { level, on, note })
  }

  /** The teacher's own level of everybody, where there is no calculation to depart from: habits are given so. */
  levelsOf(code: string, period: string, levelOf: (studentId: string) => string | null): void {
    for (const { id } of this.snapshot.students) {
      const level = levelOf(id)
      if (level !== null)
        this.change('levelOverride', jointId(id, this.standardIds([code])[0]!, this.periodId(period)), { level })
    }
  }

  /** Everybody who was in the class on a day. */
  thereOn(day: string): string[] {
    return this.snapshot.students
      .filter((student) => student.spans.some((span) => span.firstDay <= day && (span.lastDay ?? '9999') >= day))
      .map((student) => student.id)
  }

  /** One level (half levels where the scale has them) for each student on work that is scored in levels; who learns moves up as the term goes. */
  scoreInLevels(halves = false): void {
    const students = [...this.snapshot.students].sort(byName)
    const ease = new Map(students.map((student) => [student.id, this.random()]))
    const due = this.assignments.filter((each) => each.dueOn !== null && each.dueOn < demoToday)
    due.forEach((assignment, at) => {
      for (const student of students) {
        const draw = this.random()
        if (draw < 0.03) this.setCell(student.id, assignment.id, { marks: ['absent'] })
        else {
          const reached = 1 + ease.get(student.id)! * 1.6 + (1.6 * at) / due.length + (draw - 0.5)
          const step = halves ? 2 : 1
          const level = String(Math.min(4, Math.max(1, Math.round(reached * step) / step)))
          this.setCell(student.id, assignment.id, { value: { level } })
        }
      }
      this.flush('type', daysAfter(assignment.dueOn!, 1) > demoToday ? demoToday : daysAfter(assignment.dueOn!, 1))
    })
  }

  overrideOf(givenName: string, period: string, desired: Partial<RecordOf<'override'>>): void {
    this.overrideAt(
      this.snapshot.students.findIndex((each) => each.givenName === givenName),
      period,
      desired,
    )
  }

  overrideAt(at: number, period: string, desired: Partial<RecordOf<'override'>>): void {
    this.change('override', jointId(this.snapshot.students[at]!.id, this.periodId(period)), desired)
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

  private setCell(studentId: string, assignmentId: string, desired: Partial<Cell>): void {
    const id = jointId(studentId, assignmentId)
    const before = this.cells.get(id) ?? blanks.cell
    const from = Object.fromEntries(Object.keys(desired).map((key) => [key, before[key as keyof Cell]]))
    this.pending.push({ kind: 'cell', id, from, to: desired })
    this.cells.set(id, { ...before, ...desired })
  }

  private make<K extends Kind>(kind: K, desired: Partial<RecordOf<K>>): string {
    const id = seededId(this.random)
    this.change(kind, id, desired)
    return id
  }

  private change<K extends Kind>(kind: K, id: string, desired: Partial<RecordOf<K>>): void {
    const from = Object.fromEntries(Object.keys(desired).map((key) => [key, blanks[kind][key as keyof RecordOf<K>]]))
    this.pending.push({ kind, id, from, to: desired } as Change)
  }

  private periodId(title: string): string {
    return this.snapshot.periods.find((period) => period.title === title)!.id
  }
}

function points(possible: string, share: number): string {
  return String(Math.round(Number(possible) * Math.min(1, Math.max(0.2, share))))
}
