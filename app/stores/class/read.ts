import { applyChange } from '#core/acts/apply'
import { keptClass, openClassResponse, type OpenClass } from '#shared/class'
import { answeredSince, classKept, forgetAnswered, keepRead, readKept } from '~/queue/kept'
import { usePerson } from '../person'
import { ApiProblem, ask } from '~/composables/useApi'

/** A class as it was read, and when, where the server could not be asked: then it is as it was kept on this machine. */
export interface ReadClass {
  read: OpenClass
  keptSince: number | null
}

/**
 * Reads a class from the server, or as it was kept on this machine where the server does not answer.
 *
 * @throws ApiProblem with what to do, where neither can be had
 */
export async function readClass(sectionId: string): Promise<ReadClass> {
  const { actor } = usePerson()
  try {
    const read = await ask(`/api/classes/${sectionId}`, openClassResponse)
    // As it came: what is done here changes the maps of the records, and no record itself.
    const asRead = {
      ...read,
      records: Object.fromEntries(Object.entries(read.records).map(([k, of]) => [k, { ...of }])),
    }
    void keepRead(actor, classKept(sectionId), asRead).then(() => forgetAnswered(actor, sectionId, read.seq))
    return { read, keptSince: null }
  } catch (error) {
    if (!(error instanceof ApiProblem) || !error.unreachable) throw error
    const kept = await readKept(actor, classKept(sectionId))
    const parsed = keptClass.safeParse(kept?.value)
    if (!kept || !parsed.success) throw error
    for (const { changes } of await answeredSince(actor, sectionId, parsed.data.seq))
      for (const change of changes) applyChange(parsed.data.records, change)
    return { read: parsed.data, keptSince: kept.at }
  }
}
