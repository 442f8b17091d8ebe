import { cutId, jointId } from './kind'
import { blanks, isOfStudents, kindNames, type Kind, type RecordOf, type StudentKind } from './kinds'

type ById<R> = Record<string, R>

/**
 * All records of one scope (a class, a person, the district), by kind and id. What is of a student and of something else
 * is kept by student, then by the rest of its id: both are at hand wherever a class is read, and joining thousands of ids
 * would take most of the time. A missing record is blank.
 */
export type Records = { [K in Exclude<Kind, StudentKind>]: ById<RecordOf<K>> } & {
  [K in StudentKind]: ById<ById<RecordOf<K>>>
}

export const noRecords = (): Records => Object.fromEntries(kindNames.map((kind) => [kind, {}])) as Records

/** The record, or the blank one of its kind. */
export const record = <K extends Kind>(records: Records, kind: K, id: string): Readonly<RecordOf<K>> =>
  find(records, kind, id) ?? blanks[kind]

/**
 * A student's record, by what else its id names.
 *
 * @example studentRecord(records, 'cell', 'ann', 'lab') // as record(records, 'cell', 'ann/lab'), without joining ids
 */
export const studentRecord = <K extends StudentKind>(
  records: Records,
  kind: K,
  studentId: string,
  rest: string,
): Readonly<RecordOf<K>> => (records[kind] as ById<ById<RecordOf<K>>>)[studentId]?.[rest] ?? blanks[kind]

/** The record; nothing where nobody has touched it. */
export function find<K extends Kind>(records: Records, kind: K, id: string): RecordOf<K> | undefined {
  if (!isOfStudents(kind)) return (records[kind] as ById<RecordOf<K>>)[id]
  const [studentId, rest] = cutId(id)
  return (records[kind] as ById<ById<RecordOf<K>>>)[studentId]?.[rest]
}

/** Puts a record in the place of the one before. */
export function put<K extends Kind>(records: Records, kind: K, id: string, to: RecordOf<K>): void {
  if (!isOfStudents(kind)) return void ((records[kind] as ById<RecordOf<K>>)[id] = to)
  const [studentId, rest] = cutId(id)
  const of = records[kind] as ById<ById<RecordOf<K>>>
  ;(of[studentId] ??= {})[rest] = to
}

/** All records of a kind that anybody has touched, each with its id. */
export function entriesOf<K extends Kind>(records: Records, kind: K): [id: string, record: RecordOf<K>][] {
  if (!isOfStudents(kind)) return Object.entries(records[kind] as ById<RecordOf<K>>)
  return Object.entries(records[kind] as ById<ById<RecordOf<K>>>).flatMap(([studentId, of]) =>
    Object.entries(of).map(([rest, each]): [string, RecordOf<K>] => [jointId(studentId, rest), each]),
  )
}

/** Records by kind and whole id, as they are written one by one. */
export type WrittenRecords = { [K in Kind]?: ById<RecordOf<K>> }

/** Records that were written by their whole ids. @example recordsOf({ cell: { 'ann/lab': eight } }) */
export function recordsOf(written: WrittenRecords): Records {
  const records = noRecords()
  for (const kind of kindNames)
    for (const [id, each] of Object.entries(written[kind] ?? {})) put(records, kind, id, each as RecordOf<Kind>)
  return records
}

/** The same records, to which changes can be applied while these stay as they are: no record itself ever changes. */
export const copyOf = (records: Records): Records =>
  Object.fromEntries(
    kindNames.map((kind) => [
      kind,
      isOfStudents(kind)
        ? Object.fromEntries(Object.entries(records[kind]).map(([studentId, of]) => [studentId, { ...of }]))
        : { ...records[kind] },
    ]),
  ) as Records
