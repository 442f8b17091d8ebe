import { remarkBox } from '../core/report-card/layout'
import { isMainThread, parentPort, Worker } from 'node:worker_threads'
import { fileURLToPath } from 'node:url'
import { blanks } from '../core/kinds'
import { jointId } from '../core/kind'
import { noRecords, put } from '../core/records'
import type { Period } from '../core/calendar/periods'
import { methodNames, levelMethods, type MethodName } from '../core/proficiency/methods'
import { levelIn } from '../core/proficiency/level'
import { levelWindow } from '../core/proficiency/window'
import { shippedLevels } from '../core/scales/shipped-levels'
import type { ClassSnapshot, Standard } from '../core/section'
import { seeded } from '../demo/random'

/** Levels of a district: classes of 25, each with 40 standards and 12 pieces of evidence of each, in a worker. */
const [STUDENTS, CLASS, STANDARDS, EVIDENCE] = [10_000, 25, 40, 12]
const period: Period = {
  ...{ id: 'q', parentId: null, kind: 'grading', title: 'Quarter' },
  ...{ firstDay: '2026-09-01', lastDay: '2026-10-31' },
}

function classOf(method: MethodName): ClassSnapshot {
  const random = seeded(7)
  const records = noRecords()
  records.plan.class = {
    ...blanks.plan,
    proficiency: { ...blanks.plan.proficiency, calculation: levelMethods[method].blank },
  }
  const standards = Array.from({ length: STANDARDS }, (_, at): Standard => ({
    ...{ id: `std${at}`, parentId: null, code: `S.${at}`, statement: '', habit: false, reported: true, weight: '1' },
    ...{ withdrawnOn: null, owner: 'district' },
  }))
  const students = Array.from({ length: CLASS }, (_, at) => ({
    ...{ id: `s${at}`, givenName: 'A', familyName: `Student ${at}`, pronouns: null },
    spans: [{ firstDay: '2026-08-31', lastDay: null }],
  }))
  for (let at = 0; at < EVIDENCE; at++) {
    const id = `a${at}`
    records.assignment[id] = {
      ...blanks.assignment,
      ...{ name: id, dueOn: `2026-09-${String(at * 2 + 1).padStart(2, '0')}`, removed: false },
      standardIds: standards.map((each) => each.id),
    }
    for (const student of students)
      for (const standard of standards)
        put(records, 'evidence', jointId(student.id, id, standard.id), { level: String(1 + Math.floor(random() * 4)) })
  }
  return {
    section: { id: 'class', title: 'A class', course: '', school: '', schoolId: '', meets: '' },
    ...{ periods: [period], students, standards, levelScales: [shippedLevels], scales: [] },
    ...{
      policy: blanks.policy,
      policyBy: null,
      remarkBox: remarkBox(blanks.cardLayout),
      bank: [],
      windows: {},
      records,
      declared: {},
    },
  }
}

/** Median milliseconds of the work, done for as many classes as hold all students. */
function time(work: () => unknown, runs = 3): number {
  const times = Array.from({ length: runs }, () => {
    const begun = process.hrtime.bigint()
    for (let at = 0; at < STUDENTS / CLASS; at++) work()
    return Number(process.hrtime.bigint() - begun) / 1e6
  })
  return times.sort((a, b) => a - b)[runs >> 1]!
}

/** The least that any computation must do: the same evidence as doubles, averaged with decay. */
function bare(levels: Float64Array): number {
  let check = 0
  for (let row = 0; row < CLASS * STANDARDS; row++) {
    let value = levels[row * EVIDENCE]!
    for (let at = 1; at < EVIDENCE; at++) value = 0.65 * levels[row * EVIDENCE + at]! + 0.35 * value
    check += value
  }
  return check
}

function measure(): void {
  const levels = Float64Array.from({ length: CLASS * STANDARDS * EVIDENCE }, (_, at) => 1 + (at % 4))
  const rows: Record<string, object> = {}
  const least = time(() => bare(levels))
  rows['a bare loop over doubles'] = { ms: least.toFixed(1) }
  for (const method of methodNames) {
    const snapshot = classOf(method)
    const window = levelWindow(snapshot, period)
    const ms = time(() => {
      for (const student of snapshot.students)
        for (const standard of snapshot.standards) levelIn(window, student.id, standard.id)
    })
    rows[method] = {
      ms: ms.toFixed(0),
      'x bare': (ms / least).toFixed(0),
      'levels a second': Math.round((STUDENTS * STANDARDS * 1000) / ms),
    }
  }
  parentPort!.postMessage(rows)
}

if (isMainThread) {
  const worker = new Worker(fileURLToPath(import.meta.url))
  worker.on('message', (rows) => {
    console.log(`${STUDENTS} students x ${STANDARDS} standards x ${EVIDENCE} pieces of evidence in a worker`)
    console.table(rows)
  })
} else measure()
