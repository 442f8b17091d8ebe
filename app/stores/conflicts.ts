import type { Kind } from '#core/acts/records'

/** Something that was typed here and came too late: somebody else's stands, and mine is not lost. */
export interface Conflict {
  kind: Kind
  id: string
  mine: Record<string, unknown>
}

/**
 * What waits for a decision in the open class, by kind and id. It is kept in this browser for the person until decided,
 * so that closing the lid does not lose what was typed.
 */
export function useConflicts(sectionId: () => string | undefined) {
  const kept = useLocalStorage<Record<string, Conflict[]>>('yukata-conflicts', {}, { shallow: true })
  const place = () => `${usePerson().actor}/${sectionId() ?? ''}`
  const all = computed(() => kept.value[place()] ?? [])
  const keyOf = ({ kind, id }: Pick<Conflict, 'kind' | 'id'>) => `${kind} ${id}`
  const byKey = computed(() => new Map(all.value.map((each) => [keyOf(each), each])))

  const write = (conflicts: Conflict[]) => {
    const { [place()]: _, ...others } = kept.value
    kept.value = conflicts.length ? { ...others, [place()]: conflicts } : others
  }
  const add = (conflict: Conflict) => write([...all.value.filter((each) => keyOf(each) !== keyOf(conflict)), conflict])
  /** Ends a conflict, however it was decided. */
  const end = (kind: Kind, id: string) => {
    if (byKey.value.has(keyOf({ kind, id }))) write(all.value.filter((each) => keyOf(each) !== keyOf({ kind, id })))
  }
  const find = (kind: Kind, id: string) => byKey.value.get(keyOf({ kind, id }))
  return { all, add, end, find }
}
