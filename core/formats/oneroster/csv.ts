import type { MessageOf } from '../../message'
import Papa from 'papaparse'
import { daysAfter, isCivilDate } from '../../calendar/date'
import { readPronouns } from '../../remarks/pronouns'
import {
  dangling,
  emptyRoster,
  fitWords,
  isSourcedId,
  rosterKinds,
  type Dangling,
  type PartMode,
  type Roster,
  type RosterKind,
} from './roster'
import { sessionFaults } from './sessions'
import { columns, files, type FileName, type Version } from './csv-columns'

/** Where a file is wrong, and why. Lines count from 1, the header being line 1. */
export interface CsvFault {
  file: string
  line: number
  column: string
  reason: MessageOf<'file'>
}

interface Row {
  line: number
  /** To be taken away, as a delta says it. */
  gone: boolean
  at: (column: string) => string
}
type Modes = Partial<Record<FileName, PartMode>>

/**
 * Reads the files of a OneRoster 1.1 or 1.2 CSV exchange (1EdTech). The manifest says of each file whether it is the whole
 * (bulk), only what has changed (delta), or not there (absent); one that it does not name is the whole.
 *
 * @param texts file name to its text, as they were in the zip
 * @returns the roster, or everything that is wrong with the files; never half of it
 * @example readRosterCsv(new Map([['manifest.csv', '…'], …]))
 */
export function readRosterCsv(
  texts: ReadonlyMap<string, string>,
): { roster: Roster; version: Version } | { faults: CsvFault[] } {
  const faults: CsvFault[] = []
  const manifest = readManifest(texts, faults)
  if (manifest === null) return { faults }
  const { version, modes } = manifest
  const tables = Object.fromEntries(
    files[version].map((file) => [file, modes[file] === 'absent' ? [] : readTable(file, version, texts, faults)]),
  ) as Record<FileName, Row[]>
  if (faults.length) return { faults }
  const reader = new RosterReader(tables, version, modes, faults)
  const roster = reader.read()
  if (faults.length) return { faults }
  faults.push(
    // What leads out of a part that is not whole may lead to what is here already.
    ...dangling(roster).flatMap((each) => (roster.modes[each.in] === 'bulk' ? reader.place(each) : [])),
    ...sessionFaults(roster.periods).map(({ id, reason }) => reader.ofSession(id, reason)),
  )
  return faults.length ? { faults } : { roster, version }
}

const partModes: readonly string[] = ['bulk', 'delta', 'absent'] satisfies PartMode[]

function readManifest(
  texts: ReadonlyMap<string, string>,
  faults: CsvFault[],
): { version: Version; modes: Modes } | null {
  const manifest = texts.get('manifest.csv')
  const fault = (line: number, column: string, reason: CsvFault['reason']) => {
    faults.push({ file: 'manifest.csv', line, column, reason })
    return null
  }
  if (manifest === undefined) return fault(1, 'propertyName', { code: 'file.no-manifest' })
  const rows = Papa.parse<string[]>(clean(manifest), { skipEmptyLines: true }).data
  const at = rows.findIndex((row) => row[0] === 'oneroster.version')
  const value = rows[at]?.[1]
  if (value === '1.1' || value === '1.2') {
    const modes: Modes = {}
    for (const file of files[value]) {
      const line = rows.findIndex((row) => row[0] === `file.${file}`)
      const mode = line < 0 ? 'bulk' : (rows[line]![1] ?? '').trim().toLowerCase()
      if (!partModes.includes(mode)) fault(line + 1, 'value', { code: 'file.mode', mode })
      modes[file] = mode as PartMode
    }
    return { version: value, modes }
  }
  return fault(Math.max(at, 0) + 1, 'value', { code: 'file.version', version: value || null })
}

function readTable(file: FileName, version: Version, texts: ReadonlyMap<string, string>, faults: CsvFault[]): Row[] {
  const name = `${file}.csv`
  const text = texts.get(name)
  if (text === undefined) {
    faults.push({
      file: name,
      line: 1,
      column: columns[version][file]![0]!,
      reason: { code: 'file.absent', file: name },
    })
    return []
  }
  const { header, rows, broken } = splitLines(clean(text))
  if (broken) faults.push({ file: name, line: broken.line, column: header[0] ?? '', reason: broken.reason })
  for (const column of columns[version][file]!)
    if (!header.includes(column))
      faults.push({ file: name, line: 1, column, reason: { code: 'file.no-column', column } })
  const seen = new Map<string, number>()
  const places = new Map(header.map((column, place) => [column, place]))
  return rows.flatMap(({ line, fields }) => {
    if (fields.length !== header.length) {
      faults.push({
        file: name,
        line,
        column: header[Math.min(fields.length, header.length) - 1] ?? '',
        reason: { code: 'file.fields', fields: fields.length, header: header.length },
      })
      return []
    }
    const at = (column: string) => (fields[places.get(column) ?? -1] ?? '').trim()
    const row = { line, at, gone: at('status') === 'tobedeleted' }
    const id = row.at('sourcedId')
    if (id === '')
      faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.empty', column: 'sourcedId' } })
    else if (!isSourcedId(id)) faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.id' } })
    else if (seen.has(id))
      faults.push({ file: name, line, column: 'sourcedId', reason: { code: 'file.id-twice', id, line: seen.get(id)! } })
    seen.set(id, line)
    return [row]
  })
}

const clean = (text: string) => text.replace(/^\uFEFF/, '')

/** Parses with the line that each row begins on, which a field with line breaks in it moves. */
function splitLines(text: string) {
  let header: string[] = []
  const rows: { line: number; fields: string[] }[] = []
  let broken: Pick<CsvFault, 'line' | 'reason'> | null = null
  let line = 1
  let cursor = 0
  Papa.parse<string[]>(text, {
    delimiter: ',',
    step: ({ data, errors, meta }) => {
      if (errors[0] && !broken) broken = { line, reason: { code: 'file.quotes' } }
      if (data.some((field) => field !== '')) {
        if (header.length) rows.push({ line, fields: data })
        else header = data.map((field) => field.trim())
      }
      line += text.slice(cursor, meta.cursor).split('\n').length - 1
      cursor = meta.cursor
    },
  })
  return { header, rows, broken: broken as Pick<CsvFault, 'line' | 'reason'> | null }
}

const partFiles: Record<RosterKind, FileName> = {
  orgs: 'orgs',
  periods: 'academicSessions',
  courses: 'courses',
  classes: 'classes',
  people: 'users',
  enrolments: 'enrollments',
}
const referenceColumns: Record<string, string> = {
  'orgs.parent': 'parentSourcedId',
  'periods.parent': 'parentSourcedId',
  'classes.course': 'courseSourcedId',
  'classes.school': 'schoolSourcedId',
  'classes.term': 'termSourcedIds',
  'enrolments.class': 'classSourcedId',
  'enrolments.user': 'userSourcedId',
}
const sessionKinds: Record<string, Roster['periods'][number]['kind']> = {
  gradingPeriod: 'grading',
  semester: 'semester',
  term: 'semester',
  schoolYear: 'year',
}

/** Turns the rows into a roster, noting what is wrong with each field on the way. */
class RosterReader {
  constructor(
    private tables: Record<FileName, Row[]>,
    private version: Version,
    private modes: Modes,
    private faults: CsvFault[],
  ) {}

  /** The rows that stand, and apart from them those that a delta takes away. */
  private rows(file: FileName, gone = false): Row[] {
    return this.tables[file].filter((row) => row.gone === gone)
  }

  private partMode(kind: RosterKind): PartMode {
    return this.modes[partFiles[kind]] ?? 'bulk'
  }

  read(): Roster {
    const tables = Object.fromEntries(files[this.version].map((file) => [file, this.rows(file)])) as Record<
      FileName,
      Row[]
    >
    return {
      ...emptyRoster(),
      modes: Object.fromEntries(rosterKinds.map((kind) => [kind, this.partMode(kind)])) as Roster['modes'],
      gone: {
        enrolments: this.rows('enrollments', true).map((row) => ({
          id: row.at('sourcedId'),
          class: row.at('classSourcedId'),
          person: row.at('userSourcedId'),
        })),
        people: this.rows('users', true).map((row) => row.at('sourcedId')),
      },
      orgs: tables.orgs.map((row) => {
        const type = row.at('type')
        return {
          id: row.at('sourcedId'),
          name: this.text('orgs', row, 'name'),
          kind: type === 'district' || type === 'school' ? type : 'other',
          parent: row.at('parentSourcedId') || null,
        }
      }),
      periods: tables.academicSessions.map((row) => ({
        id: row.at('sourcedId'),
        title: this.text('academicSessions', row, 'title'),
        kind:
          row.at('metadata.examWindow') === 'true' ? 'exam' : this.oneOf('academicSessions', row, 'type', sessionKinds),
        firstDay: this.date('academicSessions', row, 'startDate')!,
        lastDay: daysAfter(this.date('academicSessions', row, 'endDate')!, -1),
        parent: row.at('parentSourcedId') || null,
      })),
      courses: tables.courses.map((row) => ({
        id: row.at('sourcedId'),
        title: this.text('courses', row, 'title'),
        code: fitWords(row.at('courseCode')),
      })),
      classes: tables.classes.map((row) => ({
        id: row.at('sourcedId'),
        title: this.text('classes', row, 'title'),
        course: this.text('classes', row, 'courseSourcedId'),
        school: this.text('classes', row, 'schoolSourcedId'),
        terms: list(row.at('termSourcedIds')),
        meets: fitWords(list(row.at('periods'))[0] ?? ''),
      })),
      people: this.people(),
      enrolments: tables.enrollments.flatMap((row) => {
        const role = row.at('role')
        if (role !== 'teacher' && role !== 'student') return []
        const end = this.date('enrollments', row, 'endDate', true)
        return [
          {
            id: row.at('sourcedId'),
            class: this.text('enrollments', row, 'classSourcedId'),
            person: this.text('enrollments', row, 'userSourcedId'),
            role,
            firstDay: this.date('enrollments', row, 'beginDate', true),
            lastDay: end && daysAfter(end, -1),
          } as const,
        ]
      }),
    }
  }

  private people(): Roster['people'] {
    const rolesOf = new Map<string, string[]>()
    for (const row of this.version === '1.2' ? this.rows('roles') : []) {
      const user = this.text('roles', row, 'userSourcedId')
      rolesOf.set(user, [...(rolesOf.get(user) ?? []), row.at('role')])
    }
    // With the roles in another file that did not come along, people keep the role that they have.
    const rolesKnown = this.version === '1.1' || this.modes.roles === 'bulk'
    return this.rows('users').flatMap((row) => {
      const id = row.at('sourcedId')
      const roles = this.version === '1.2' ? (rolesOf.get(id) ?? []) : [row.at('role')]
      const role = roles.find((each) => each === 'teacher' || each === 'student') as 'teacher' | 'student' | undefined
      if (!role && (rolesKnown || roles.length)) return []
      const givenName = fitWords(row.at('preferredGivenName') || row.at('givenName'))
      const familyName = fitWords(row.at('familyName'))
      if (!givenName && !familyName) this.fault('users', row, 'givenName', { code: 'file.person-name' })
      return [
        {
          id,
          role: role ?? null,
          givenName,
          familyName,
          email: fitWords(row.at('email')) || null,
          off: row.at('enabledUser').toLowerCase() === 'false',
          pronouns: readPronouns(row.at('pronouns')),
        },
      ]
    })
  }

  /** A fault of a session in the tree of them. */
  ofSession(id: string, reason: CsvFault['reason']): CsvFault {
    const row = this.tables.academicSessions.find((each) => each.at('sourcedId') === id)!
    return { file: 'academicSessions.csv', line: row.line, column: 'parentSourcedId', reason }
  }

  /** Says on which line and in which column a reference that leads nowhere stands. */
  place({ part, id, field, missing }: Dangling): CsvFault {
    const file = partFiles[part]
    const row = this.tables[file].find((each) => each.at('sourcedId') === id)!
    return {
      file: `${file}.csv`,
      line: row.line,
      column: referenceColumns[`${part}.${field}`]!,
      reason: { code: 'file.dangling', missing },
    }
  }

  private text(file: FileName, row: Row, column: string): string {
    const value = row.at(column)
    if (value === '') this.fault(file, row, column, { code: 'file.empty', column })
    return fitWords(value)
  }

  private date(file: FileName, row: Row, column: string, optional = false): string | null {
    const value = row.at(column)
    if (value === '' && optional) return null
    if (isCivilDate(value)) return value
    this.fault(file, row, column, value ? { code: 'file.date', typed: value } : { code: 'file.empty', column })
    return '2000-01-01'
  }

  private oneOf<T>(file: FileName, row: Row, column: string, known: Record<string, T>): T {
    const value = row.at(column)
    if (Object.hasOwn(known, value)) return known[value]!
    this.fault(file, row, column, { code: 'file.choice', typed: value, choices: Object.keys(known) })
    return Object.values(known)[0]!
  }

  private fault(file: FileName, row: Row, column: string, reason: CsvFault['reason']): void {
    this.faults.push({ file: `${file}.csv`, line: row.line, column, reason })
  }
}

const list = (text: string) =>
  text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean)
