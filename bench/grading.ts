import { remarkBox } from '../core/report-card/layout'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import { fileURLToPath } from 'node:url'
import FormulaParser from 'fast-formula-parser'
import { blanks } from '../core/kinds'
import { jointId } from '../core/kind'
import { noRecords, put, record } from '../core/records'
import type { Assignment } from '../core/plan/assignment'
import type { Category } from '../core/plan/category'
import type { Period } from '../core/calendar/periods'
import { columnsOf, SCORED, type Columns } from '../core/grading/columns'
import { Grades } from '../core/grading/grades'
import { contextOf, type GradingContext } from '../core/grading/context'
import { sumPeriod } from '../core/grading/sums'
import { windowOf, type Window } from '../core/grading/windows'
import type { ClassSnapshot } from '../core/section'
import { seeded } from '../demo/random'

/**
 * How fast grades are computed, as ratios in one run: beside a plain loop over typed arrays that does only the sums (the
 * floor), and beside the same class as formulas in a general-purpose spreadsheet-formula engine.
 */

const STUDENTS = 35
const ITEMS = 60
const SCHOOL = 50_000
const CLASSES = 7

const periods: Period[] = [
  ['year', null, 'year', '2026-08-31', '2027-06-11'],
  ['s1', 'year', 'semester', '2026-08-31', '2026-12-18'],
  ['q1', 's1', 'grading', '2026-08-31', '2026-10-30'],
  ['q2', 's1', 'grading', '2026-11-02', '2026-12-16'],
  ['x1', 's1', 'exam', '2026-12-17', '2026-12-18'],
  ['s2', 'year', 'semester', '2027-01-04', '2027-06-11'],
  ['q3', 's2', 'grading', '2027-01-04', '2027-03-19'],
  ['q4', 's2', 'grading', '2027-03-22', '2027-06-09'],
].map(([id, parentId, kind, firstDay, lastDay]) => ({ id, parentId, kind, title: id, firstDay, lastDay }) as Period)
const quarters = periods.filter((each) => each.kind === 'grading')
const weights = ['45', '30', '15', '10']

/** A class with weighted categories, in four quarters and an exam; `drops` makes half of the categories drop one. */
function aClass(drops: boolean): ClassSnapshot {
  const random = seeded(60)
  const records = noRecords()
  records.plan.class = { ...blanks.plan, method: 'categories' }
  weights.forEach((weight, at) => {
    records.category[`c${at}`] = {
      ...(blanks.category as Category),
      weight,
      place: at,
      dropCount: drops && at < 2 ? 1 : 0,
      dropRule: at === 0 ? 'lowest percent' : 'best for the student',
      removed: false,
    }
  })
  for (let at = 0; at < ITEMS; at++)
    records.assignment[`a${String(at).padStart(2, '0')}`] = {
      ...(blanks.assignment as Assignment),
      categoryId: `c${at % 4}`,
      dueOn: at === ITEMS - 1 ? '2026-12-17' : quarters[Math.floor((at * 4) / ITEMS)]!.firstDay,
      points: String(5 + (at % 8) * 5),
      removed: false,
    }
  const students = Array.from({ length: STUDENTS }, (_, at) => ({
    id: `s${at}`,
    givenName: 'A',
    familyName: `Student ${at}`,
    pronouns: null,
    spans: [{ firstDay: '2026-08-31', lastDay: null }],
  }))
  for (const student of students)
    for (const [id, { points }] of Object.entries(records.assignment))
      put(records, 'cell', jointId(student.id, id), {
        ...blanks.cell,
        marks: [],
        value: { points: String(Math.round(Number(points) * (0.5 + random() / 2) * 10) / 10) },
      })
  return {
    section: { id: 'class', title: 'A class', course: '', school: '', schoolId: '', meets: '' },
    periods,
    students,
    standards: [],
    levelScales: [],
    scales: [],
    policy: blanks.policy,
    policyBy: null,
    remarkBox: remarkBox(blanks.cardLayout),
    bank: [],
    windows: {},
    records,
    declared: {},
  }
}

/** The least that any computation must do: sums above and below the line, over all scores. */
function floor({ earned, points }: Columns, rows: number): number {
  const [score, multiplier, size] = [earned, points.numerator, points.denominator] as Float64Array[]
  const width = multiplier!.length
  let check = 0
  for (let row = 0; row < rows; row++) {
    let above = 0
    let below = 0
    const start = row * width
    for (let column = 0; column < width; column++) {
      above += multiplier![column]! * score![start + column]!
      below += size![column]!
    }
    check += above / below
  }
  return check
}

const windowsOf = (context: GradingContext, columns: Columns): Window[] =>
  periods
    .filter((each) => each.kind === 'grading' || each.kind === 'exam')
    .map((period) => windowOf(context, columns, period))

/** Every grade exactly; the size of the last one is handed on, so that nothing is left out as unused. */
function grade(windows: readonly Window[], columns: Columns, rows: number): number {
  let last = 0
  for (let row = 0; row < rows; row++)
    for (const window of windows) last = Number(sumPeriod(columns, window, row).total?.d ?? 0)
  return last
}

/** Median microseconds of one run of the work. */
function time(work: () => unknown, runs = 200): number {
  for (let i = 0; i < runs / 4; i++) work()
  const times = Array.from({ length: runs }, () => {
    const begun = process.hrtime.bigint()
    work()
    return Number(process.hrtime.bigint() - begun) / 1000
  })
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!
}

/** The same class as formulas, one for each category of each quarter and one for the quarter: what a sheet would hold. */
function formulas(snapshot: ClassSnapshot, columns: Columns) {
  const windows = windowsOf(contextOf(snapshot), columns)
  const width = ITEMS
  const cell = (row: number, column: number): number =>
    Number(row === 1 ? columns.points.denominator[column - 1]! : columns.earned[(row - 2) * width + column - 1]!)
  const parser = new FormulaParser({
    onCell: ({ row, col }: { row: number; col: number }) => cell(row, col),
    onRange: ({ from, to }: { from: { row: number; col: number }; to: { row: number; col: number } }) =>
      Array.from({ length: to.row - from.row + 1 }, (_, down) =>
        Array.from({ length: to.col - from.col + 1 }, (_, right) => cell(from.row + down, from.col + right)),
      ),
  })
  const name = (column: number): string =>
    column < 26 ? String.fromCharCode(65 + column) : name(Math.floor(column / 26) - 1) + name(column % 26)
  const one = (row: number) => {
    for (const { segments } of windows) {
      const parts = segments
        .filter((segment) => segment.at.length)
        .map((segment) => {
          const list = (of: number) => [...segment.at].map((column) => `${name(column)}${of}`).join(',')
          return `${segment.weight}*SUM(${list(row + 2)})/SUM(${list(1)})`
        })
      if (parts.length) parser.parse(`ROUND(100*(${parts.join('+')})/100,1)`, { row: 1, col: 1, sheet: 'a' })
    }
  }
  return one
}

function measureClass(): void {
  for (const drops of [false, true]) {
    const snapshot = aClass(drops)
    const grades = new Grades(snapshot)
    const { columns } = grades
    const windows = windowsOf(contextOf(snapshot), columns)
    const least = time(() => floor(columns, STUDENTS), 2000)
    const sums = time(() => grade(windows, columns, STUDENTS), 2000)
    const context = contextOf(snapshot)
    const read = time(() => columnsOf(context), 500)
    const whole = time(() => new Grades(snapshot))
    const shown = time(() => {
      const fresh = new Grades(snapshot)
      for (const student of snapshot.students) for (const period of periods) fresh.of(student.id, period.id)
    })
    let turn = 0
    const cell = time(() => {
      const id = jointId('s7', 'a20')
      put(snapshot.records, 'cell', id, {
        ...record(snapshot.records, 'cell', id),
        value: { points: String(turn++ % 9) },
      })
      grades.rescore('s7', 'a20')
      return grades.of('s7', 'q2')
    }, 2000)
    const one = formulas(snapshot, columns)
    const engine = time(() => {
      for (let row = 0; row < STUDENTS; row++) one(row)
    }, 10)
    const engineOne = time(() => one(7), 40)
    const ratio = (value: number, of: number) => `${(value / of).toFixed(1)}`
    console.log(`\n${STUDENTS} x ${ITEMS}, every period${drops ? ', half of the categories drop one' : ''}`)
    console.table({
      'the floor: sums only': { us: least.toFixed(1), 'x floor': '1.0' },
      '(a) every sum, from columns': {
        us: sums.toFixed(1),
        'x floor': ratio(sums, least),
        'engine / ours': ratio(engine, sums),
      },
      '    reading records into columns': { us: read.toFixed(1), 'x floor': ratio(read, least) },
      '    from records, columns too': {
        us: whole.toFixed(1),
        'x floor': ratio(whole, least),
        'engine / ours': ratio(engine, whole),
      },
      '    and every number as displayed': {
        us: shown.toFixed(1),
        'x floor': ratio(shown, least),
        'engine / ours': ratio(engine, shown),
      },
      '(b) one changed cell, as displayed': {
        us: cell.toFixed(1),
        'x floor': ratio(cell, least),
        'engine / ours': ratio(engineOne, cell),
      },
      'the formula engine, the class': { us: engine.toFixed(0), 'x floor': ratio(engine, least) },
    })
  }
}

/** (c): a whole district in a worker thread, class by class over columns. */
function measureSchool(): void {
  for (const drops of [false, true]) {
    const snapshot = aClass(drops)
    const small = new Grades(snapshot).columns
    const repeat = (column: Float64Array) => {
      const all = new Float64Array(SCHOOL * ITEMS)
      for (let at = 0; at < SCHOOL; at++)
        all.set(column.subarray((at % STUDENTS) * ITEMS, ((at % STUDENTS) + 1) * ITEMS), at * ITEMS)
      return all
    }
    const columns: Columns = {
      ...small,
      earned: repeat(small.earned as Float64Array),
      state: new Uint8Array(SCHOOL * ITEMS).fill(SCORED),
    }
    const windows = windowsOf(contextOf(snapshot), columns)
    const all = (work: () => unknown) => time(() => Array.from({ length: CLASSES }, work), 5)
    const least = all(() => floor(columns, SCHOOL))
    const sums = all(() => grade(windows, columns, SCHOOL))
    parentPort!.postMessage({ drops, least, sums })
  }
}

if (isMainThread) {
  measureClass()
  const worker = new Worker(fileURLToPath(import.meta.url), { workerData: 'school' })
  worker.on('message', ({ drops, least, sums }: { drops: boolean; least: number; sums: number }) => {
    console.log(
      `\n(c) ${SCHOOL} students x ${CLASSES} classes x ${ITEMS} scores in a worker${drops ? ', with drops' : ''}`,
    )
    console.table({
      'the floor: sums only': {
        ms: (least / 1000).toFixed(0),
        'x floor': '1.0',
        'students a second': Math.round((SCHOOL * 1e6) / least),
      },
      'every category and period': {
        ms: (sums / 1000).toFixed(0),
        'x floor': (sums / least).toFixed(1),
        'students a second': Math.round((SCHOOL * 1e6) / sums),
      },
    })
  })
} else if (workerData === 'school') measureSchool()
