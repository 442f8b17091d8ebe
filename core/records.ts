import { blanks, kindNames, type Kind, type RecordOf } from './kinds'

/** All records of one scope (a class, a person, the district), by kind and id. A missing one is blank. */
export type Records = { [K in Kind]: Record<string, RecordOf<K>> }

export const noRecords = (): Records => Object.fromEntries(kindNames.map((kind) => [kind, {}])) as Records

/** The record, or the blank one of its kind. */
export function record<K extends Kind>(records: Records, kind: K, id: string): Readonly<RecordOf<K>> {
  return records[kind][id] ?? blanks[kind]
}
