import { copyOf } from '#core/records'
import { keptClass, openClassResponse, type OpenClass } from '#shared/class'
import { classKept, forgetAnswered, keepRead, readKept } from '~/queue/kept'
import { usePerson } from '../person'
import { ApiProblem, ask } from '~/composables/useApi'
import { whenIdle } from '~/composables/whenIdle'

/** A class as it was read, and when, where the server could not be asked: then it is as it was kept on this machine. */
export interface ReadClass {
  read: OpenClass
  keptSince: number | null
}

/**
 * Reads a class from the server, or as it was kept on this machine where the server does not answer.
 *
 * @param came told when the server's answer has come, before it is read
 * @throws ApiProblem with what to do, where neither can be had
 */
export async function readClass(sectionId: string, came: () => void): Promise<ReadClass> {
  const { actor } = usePerson()
  try {
    const read = await ask(`/api/classes/${sectionId}`, openClassResponse, { came })
    // As it came: what is done here changes the maps of the records, and no record itself.
    const asRead = { ...read, records: copyOf(read.records) }
    // When there is time: writing it down takes as long as to show it.
    void whenIdle()
      .then(() => keepRead(actor, classKept(sectionId), asRead))
      .then(() => forgetAnswered(actor, sectionId, read.seq))
    return { read, keptSince: null }
  } catch (error) {
    if (!(error instanceof ApiProblem) || !error.unreachable) throw error
    const kept = await readKept(actor, classKept(sectionId))
    const parsed = keptClass.safeParse(kept?.value)
    if (!kept || !parsed.success) throw error
    return { read: parsed.data, keptSince: kept.at }
  }
}
