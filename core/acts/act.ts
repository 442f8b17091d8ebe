import { z } from 'zod'
import { instant } from '../fields'
import { idSchemas, schemas, type Kind, type RecordOf } from './records'
import type { Wanted } from './apply'

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

/** Some fields of a record of each kind. */
const patches = Object.fromEntries(
  Object.entries(schemas).map(([kind, schema]) => [kind, schema.partial()]),
) as unknown as { [K in Kind]: z.ZodType<Patch<K>> }

function changeOf<K extends Kind>(kind: K) {
  return z.strictObject({ kind: z.literal(kind), id: idSchemas[kind], from: patches[kind], to: patches[kind] })
}

/**
 * Makes what is wanted fit to be kept, or says why it cannot be: by the same fields that the server reads it with.
 *
 * @example fitted([{ kind: 'remark', id: 's1/q2', to: { text: 'Good\0' } }]) // the same without the NUL
 */
export function fitted(wanted: readonly Wanted[]): Wanted[] | { fault: string } {
  const fit: Wanted[] = []
  for (const { kind, id, to } of wanted) {
    const parsed = patches[kind].safeParse(to)
    if (!parsed.success) return { fault: parsed.error.issues[0]!.message }
    fit.push({ kind, id, to: parsed.data } as Wanted)
  }
  return fit
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
  at: instant,
  /** The act that an undo takes back, or that a redo does again. */
  of: z.uuid().optional(),
  /** Acts on several homes that were one deed share it. */
  deed: z.uuid().optional(),
  /** Writings of one text by one person in one sitting share it: they are one line of the journal. */
  sitting: z.uuid().optional(),
  changes: z.array(change).min(1).max(10_000),
})
export type Act = z.infer<typeof act>
export type ActKind = Act['kind']

function sameKeys(a: object, b: object): boolean {
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => key in b)
}
