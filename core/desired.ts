import type { Kind, RecordOf } from './kinds'

/** A wanted state of some fields of a record: what an act brings about, whatever is there now. */
export type Desired = { [K in Kind]: { kind: K; id: string; to: Partial<RecordOf<K>> } }[Kind]
