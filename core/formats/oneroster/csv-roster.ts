import { daysAfter, isCivilDate } from '../../calendar/date'
import { readPronouns } from '../../remarks/pronouns'
import {
  emptyRoster,
  fitWords,
  rosterKinds,
  type Dangling,
  type PartMode,
  type Roster,
  type RosterKind,
} from './roster'
import { files, type FileName, type Version } from './csv-columns'
import type { Modes } from './csv-manifest'
import type { CsvFault, Row } from './csv-table'

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
export class RosterReader {
  constructor(
    private tables: Record<FileName, Row[]>,
    private version: Version,
    private modes: Modes<FileName>,
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
