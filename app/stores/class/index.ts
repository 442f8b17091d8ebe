import { applyChange } from '#core/acts/apply'
import { periodToday } from '#core/calendar/periods'
import { partsOf } from '#core/kind'
import type { Kind } from '#core/kinds'
import type { ClassSnapshot } from '#core/section'
import { useDecisions } from '../decisions'
import { useNotices } from '../notices'
import { usePerson } from '../person'
import { useSaving } from '../saving'
import { useUnread } from '../unread'
import { classDoing } from './doing'
import { classPencil } from './pencil'
import { readClass } from './read'
import { classReceiving } from './receiving'
import { classRecords } from './records'
import { classSelectors } from './selectors'
import { ApiProblem } from '~/composables/useApi'
import { keepDrafts } from '~/composables/useDraft'
import { answersKept } from '~/queue/kept'

/** A reading of a class, and the period that is looked at then, if one was asked for. */
interface Reading {
  id: string
  period: string | null | undefined
  ended: boolean
  done?: Promise<void>
}

/**
 * The class that is open: its records as plain data, everything shown computed from them on this machine, and the one way
 * in which they change. Each part is a file beside this one.
 */
function classSetup() {
  const saving = useSaving()
  const decisions = useDecisions()
  const unread = useUnread()
  const notices = useNotices()
  /** When the class was read that is shown, where the server could not be asked. */
  const keptSince = ref<number | null>(null)

  const records = classRecords()
  const shown = classSelectors(records)
  const pencil = classPencil(records)
  const sectionId = () => records.snapshot.value?.section.id
  const receiving = classReceiving({ sectionId, pencil, reopen: () => void readAgain() })
  const doing = classDoing({ records, pencil, receiving, notices })
  onScopeDispose(saving.onAnswer(receiving.receive))

  const conflicts = {
    find: (kind: Kind, id: string) => decisions.find(sectionId() ?? '', kind, id),
    end: (kind: Kind, id: string) => decisions.end(sectionId() ?? '', kind, id),
  }

  let latest: Reading | null = null

  /**
   * Opens a class: reads it whole, then applies to it what the server does not have yet. Of two readings the later asked
   * one is shown, and both end with it.
   *
   * @param askedPeriod the period to look at; left out, the one that is looked at once the class has come
   */
  function open(id: string, askedPeriod?: string | null): Promise<void> {
    const asked = latest?.id === id && !latest.ended ? latest.period : undefined
    const own: Reading = { id, period: askedPeriod === undefined ? asked : askedPeriod, ended: false }
    latest = own
    own.done = read(own).finally(() => (own.ended = true))
    return own.done
  }
  async function read(own: Reading): Promise<void> {
    const { id } = own
    const another = sectionId() !== id
    keepDrafts(another)
    // What waits now may be answered before the class has come, or after it was read there.
    receiving.reading(id)
    const onThisMachine = () => Promise.all([answersKept(usePerson().actor, id), saving.unsent(id)])
    let meanwhile: ReturnType<typeof onThisMachine> | undefined
    const [before, { read: found, keptSince: since }] = await Promise.all([
      saving.unsent(id),
      readClass(id, () => (meanwhile = onThisMachine())),
    ])
    // It may have been asked for before the app came up, and something was taken since.
    const [answers, after] = await (meanwhile ?? onThisMachine())
    const waiting = [...before, ...after]
    const taken = answers.filter(({ seq }) => seq > found.seq)
    for (const { changes } of taken) for (const change of changes) applyChange(found.records, change)
    if (latest && latest !== own) return latest.done
    const { seq, outOfSync, sources, ...read } = found
    keptSince.value = since
    receiving.readUpTo(seq, read.records, waiting)
    const tried = pencil.pencil.value && !another ? pencil.tried() : null
    pencil.pencil.value = null
    unread.keepOnly(id, (cellId) => isCellOf(read, cellId))
    look(own.period === undefined ? shown.periodId.value : own.period, read)
    records.put(read, outOfSync, sources)
    if (tried) pencil.again(tried)
    if (another) void doing.loadSteps()
  }
  /** Reads the class anew; the period that is looked at by then stays. What cannot be read leaves it as it is. */
  const readAgain = (): Promise<void> =>
    open(sectionId()!).catch((error: unknown) => {
      if (!(error instanceof ApiProblem)) throw error
    })

  /** Looks at a period; without one, at today's. */
  function look(desired: string | null, of = records.snapshot.value): void {
    if (latest && !latest.ended) latest.period = undefined
    const found = of?.periods.find((each) => each.id === desired) ?? (of && periodToday(of.periods, usePerson().today))
    shown.periodId.value = found?.id ?? null
    records.showAnew()
  }

  /** What a sheet reads thousands of times in a frame; a store wraps the functions that it gives, and that takes time. */
  const reads = markRaw({
    get: records.peek,
    gradeOf: shown.peekGrade,
    wasThere: shown.wasThere,
    isUnsent: records.isUnsent,
    isHeld: records.isHeld,
    isInConflict: (cellId: string) => decisions.conflicts.length > 0 && conflicts.find('cell', cellId) !== undefined,
  })

  const { snapshot, structure, everything, about, versionOf, renewRow, get } = records
  const { peekGrade: gradeOf, ...selectors } = shown
  const { loadSteps, ...does } = doing
  return {
    snapshot,
    sources: records.sources,
    settled: records.settled,
    structure,
    everything,
    about,
    versionOf,
    renewRow,
    get,
    reads,
    ...selectors,
    ...does,
    pencil: pencil.pencil,
    penciled: pencil.tried,
    takePencil: pencil.take,
    seq: receiving.seq,
    receiveNews: receiving.receiveNews,
    conflicts,
    keptSince,
    open,
    readAgain,
    look,
  }
}

/** Whether a cell still is one of the class: of a student, and of an assignment that is there. */
function isCellOf({ students, records }: ClassSnapshot, id: string): boolean {
  const [studentId, assignmentId] = partsOf(id) as [string, string]
  const assignment = records.assignment[assignmentId]
  return students.some((each) => each.id === studentId) && assignment !== undefined && !assignment.removed
}

const storeOf = (id: string) => defineStore(id, classSetup)
const useMain = storeOf('class')
export type ClassStore = ReturnType<typeof useMain>

/** One of several classes that are open at once, each with its own records, grades and steps; let go with its page. */
export function useClassBeside(sectionId: string): ClassStore {
  const store = storeOf(`class ${sectionId}`)()
  const pinia = usePinia()
  onScopeDispose(() => {
    store.$dispose()
    Reflect.deleteProperty(pinia.state.value, store.$id)
  })
  return store
}

/** Says to the components under it which of several open classes they are about. */
export const classKey: InjectionKey<ClassStore> = Symbol('class')

/** The class that a component is about: the one that a page says, else the one that is open. */
export const useClassStore = (): ClassStore => (hasInjectionContext() ? inject(classKey, null) : null) ?? useMain()
