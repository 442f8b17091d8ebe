import type { ActKind, Change } from '#core/acts/act'
import { actWords, describeChange, type ChangeDescription } from '~/words/acts'
import type { Desired } from '#core/desired'
import { noRecords } from '#core/records'
import type { ClassSnapshot } from '#core/section'
import { keptClass } from '#shared/class'
import type { PutAside } from '~/queue/database'
import { classKept, readKept } from '~/queue/kept'
import { useClassStore } from '~/stores/class'
import { useDecisions } from '~/stores/decisions'
import { usePerson } from '~/stores/person'
import { useToday } from '~/stores/today'
import { goTo } from '~/composables/useGoTo'

/** How long a class may take to come before it is done again. */
const OPENING_MS = 15_000

/** Where nothing is known of a class any more, its things go by what they are. */
const unknownClass = {
  students: [],
  periods: [],
  standards: [],
  records: noRecords(),
} as Partial<ClassSnapshot> as ClassSnapshot

/** What was done in a class and waits or was put aside, in words: by the names that the class has on this machine. */
export function useWaiting() {
  const classStore = useClassStore()
  const person = usePerson()
  const decisions = useDecisions()
  const today = useToday()
  const snapshots = shallowReactive(new Map<string, ClassSnapshot>())

  async function know(sectionId: string): Promise<void> {
    if (snapshots.has(sectionId) || classStore.snapshot?.section.id === sectionId) return
    const kept = keptClass.safeParse((await readKept(person.actor, classKept(sectionId)))?.value)
    if (kept.success) snapshots.set(sectionId, kept.data)
  }

  const snapshotOf = (sectionId: string): ClassSnapshot =>
    (classStore.snapshot?.section.id === sectionId ? classStore.snapshot : snapshots.get(sectionId)) ?? unknownClass

  const titleOf = (sectionId: string): string =>
    today.classes?.find((each) => each.id === sectionId)?.title ?? snapshots.get(sectionId)?.section.title ?? 'A class'

  const linesOf = (sectionId: string, changes: readonly Change[]): ChangeDescription[] =>
    changes.map((each) => describeChange(snapshotOf(sectionId), each))

  /** The same as text, to be taken elsewhere. */
  const textOf = (sectionId: string, changes: readonly Change[]): string =>
    linesOf(sectionId, changes)
      .map(({ of, after }) => `${of}\t${after}`)
      .join('\n')

  /** Does again what was put aside, on the class as it is now. */
  async function doAgain(aside: PutAside): Promise<void> {
    const isOpen = () => classStore.snapshot?.section.id === aside.sectionId
    if (!isOpen()) {
      await goTo(`/class/${aside.sectionId}`)
      await until(isOpen).toBe(true, { timeout: OPENING_MS })
      if (!isOpen()) return
    }
    const kind: ActKind = aside.act.kind === 'undo' || aside.act.kind === 'redo' ? 'type' : aside.act.kind
    classStore.change(kind, aside.changes.map(({ kind: of, id, to }) => ({ kind: of, id, to })) as Desired[])
    decisions.putBack(aside)
  }

  return { know, titleOf, linesOf, textOf, doAgain, actWords }
}
