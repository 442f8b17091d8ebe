import type { Message } from '../message'
import { z } from 'zod'
import { fieldFault, instant } from '../fields'
import { fromShape, idSchemas, kindNames, schemas, SHAPE, type Kind, type RecordOf } from '../kinds'
import type { Desired } from '../desired'

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
  'card layout',
  'pencil',
  'level',
  'observe',
  'standard',
  'override',
  'remark',
  'bank',
  'closing',
  'window',
  'declare',
  'reopen',
  'undo',
  'redo',
  'load',
  'pull',
  'intake',
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
export function fitted(desired: readonly Desired[]): Desired[] | { fault: Message } {
  const fit: Desired[] = []
  for (const { kind, id, to } of desired) {
    const parsed = patches[kind].safeParse(to)
    if (!parsed.success) return { fault: fieldFault(parsed.error.issues[0]) }
    fit.push({ kind, id, to: parsed.data } as Desired)
  }
  return fit
}

/** A change of any kind of record: one of the list of kinds. */
export const change = z
  .discriminatedUnion('kind', kindNames.map(changeOf) as unknown as [ReturnType<typeof changeOf<'cell'>>])
  .refine((each) => sameKeys(each as Change), 'field.sides') as unknown as z.ZodType<Change>

/** A change that an earlier release wrote, as this one would have written it. */
export const currentChange = <C extends Pick<Change, 'kind' | 'from' | 'to'>>(change: C, shape: number): C =>
  shape < SHAPE
    ? { ...change, from: fromShape(change.kind, change.from, shape), to: fromShape(change.kind, change.to, shape) }
    : change

const written = z.strictObject({
  /** The release of shapes that its changes are written in; acts of the first release do not say it. */
  shape: z.int().min(1).max(SHAPE),
  id: z.uuid(),
  kind: z.enum(actKinds),
  at: instant,
  /** The act that an undo takes back, or that a redo does again. */
  of: z.uuid().optional(),
  /** Acts on several scopes that are taken together share it. */
  batch: z.uuid().optional(),
  /** Writings of one text by one person in one sitting share it: they are one line of the journal. */
  sitting: z.uuid().optional(),
  changes: z.array(change).min(1).max(10_000),
})
/**
 * What one person did at once: what it changes, and an id made where it happened. The same id twice is the same act. One that
 * has waited since an earlier release is read as this one would have written it.
 */
export const act = z.preprocess(current, written)
export type Act = z.infer<typeof written>
export type ActKind = Act['kind']

function current(sent: unknown): unknown {
  const { shape = 1, changes, ...rest } = (sent ?? {}) as Record<string, unknown>
  if (typeof shape !== 'number' || shape >= SHAPE || !Array.isArray(changes)) return sent
  return { ...renamed(rest), shape: SHAPE, changes: changes.map((change) => readable(change, shape)) }
}

/** Until shape 5 a batch was called otherwise. */
const renamed = ({ deed, ...rest }: Record<string, unknown>) => (deed === undefined ? rest : { ...rest, batch: deed })

/** What looks like a change is read as one of that release; whether it is one is decided by the schema. */
function readable(sent: unknown, shape: number): unknown {
  const { kind, from, to } = (sent ?? {}) as { kind?: unknown; from?: unknown; to?: unknown }
  const isChange = kindNames.includes(kind as Kind) && isFields(from) && isFields(to)
  return isChange ? currentChange(sent as Change, shape) : sent
}

const isFields = (value: unknown) => typeof value === 'object' && value !== null && !Array.isArray(value)

function sameKeys({ from, to }: { from?: unknown; to?: unknown }): boolean {
  const keys = Object.keys(from as object)
  return keys.length === Object.keys(to as object).length && keys.every((key) => key in (to as object))
}
