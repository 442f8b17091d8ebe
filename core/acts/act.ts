import { z } from 'zod'
import { schemas, type Kind, type RecordOf } from './records'

/** Which hand made the change. The journal keeps it, so that history can say "by typing" or "by undo". */
export const actKinds = [
  'type',
  'mark',
  'note',
  'clear',
  'paste',
  'fill',
  'import',
  'move scores',
  'assignment',
  'pattern',
  'plan',
  'copy plan',
  'scale',
  'policy',
  'pencil',
  'level',
  'override',
  'remark',
  'declare',
  'reopen',
  'undo',
  'redo',
  'load',
] as const

type Patch<K extends Kind> = Partial<RecordOf<K>>

/** One record's change: the same fields in `from` (as they were seen) and in `to`. */
export interface Change<K extends Kind = Kind> {
  kind: K
  id: string
  from: Patch<K>
  to: Patch<K>
}

function changeOf<K extends Kind>(kind: K) {
  const patch = schemas[kind].partial()
  return z.strictObject({ kind: z.literal(kind), id: z.string().min(1).max(250), from: patch, to: patch })
}

export const change = z
  .discriminatedUnion('kind', [
    changeOf('assignment'),
    changeOf('category'),
    changeOf('plan'),
    changeOf('cell'),
    changeOf('evidence'),
    changeOf('override'),
    changeOf('remark'),
    changeOf('declaration'),
    changeOf('scale'),
    changeOf('pattern'),
    changeOf('policy'),
  ])
  .refine((each) => sameKeys(each.from, each.to), 'A change names the same fields before and after.')

/** One deed of one person: what it changes, and an id made where it happened. The same id twice is the same act. */
export const act = z.strictObject({
  id: z.uuid(),
  kind: z.enum(actKinds),
  at: z.iso.datetime(),
  /** The act that an undo takes back, or that a redo does again. */
  of: z.uuid().optional(),
  /** Acts on several homes that were one deed share it. */
  deed: z.uuid().optional(),
  changes: z.array(change).min(1).max(10_000),
})
export type Act = z.infer<typeof act>
export type ActKind = Act['kind']

function sameKeys(a: object, b: object): boolean {
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b)
}
