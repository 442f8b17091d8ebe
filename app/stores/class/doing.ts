import { say } from '~/words/say'
import { fitted, type Act, type ActKind, type Change } from '#core/acts/act'
import { changesTo, inverse, checkPrecondition } from '#core/acts/apply'
import { refusalIn } from '#core/ground'
import { declaredTouched } from '#core/report-card/declared-touched'
import { SHAPE } from '#core/kinds'
import type { Desired } from '#core/desired'
import { togetherResponse } from '#shared/class'
import type { Together } from '#shared/plans'
import { useDecisions } from '../decisions'
import type { useNotices } from '../notices'
import { usePerson } from '../person'
import { useSealed } from '../sealed'
import { useSaving } from '../saving'
import { useStepping, type SteppedClass, type Stepping } from '../stepping'
import { useUnread } from '../unread'
import type { ClassPencil } from './pencil'
import type { ClassReceiving } from './receiving'
import type { ClassRecords } from './records'
import { ApiProblem, ask } from '~/composables/useApi'
import { counted } from '~/composables/useWords'

/** What hands do to scores; mends, pulls and steps back say for themselves what they do. */
const movers: ReadonlySet<ActKind> = new Set(['type', 'mark', 'clear', 'paste', 'fill', 'level'])

/** A record whose first key is asked about in a declared term. */
export interface AskedRecord {
  kind: 'cell' | 'evidence' | 'levelOverride'
  id: string
}

type Marks = Pick<Act, 'of' | 'batch' | 'sitting'>

interface Doing {
  records: ClassRecords
  pencil: ClassPencil
  receiving: ClassReceiving
  notices: Pick<ReturnType<typeof useNotices>, 'say' | 'settle'>
}

/** The one way in which a teacher changes a class: as an act, at once here and on its way to the server. */
export function classDoing({ records, pencil, receiving, notices }: Doing) {
  const saving = useSaving()
  const decisions = useDecisions()
  const unread = useUnread()
  const sealed = useSealed()
  const sectionId = () => records.snapshot.value!.section.id

  /** Changes records as one act, or in pencil; says why where it cannot be. */
  function change(kind: ActKind, desired: readonly Desired[], marks: Pick<Act, 'sitting'> = {}): boolean {
    const it = records.snapshot.value!
    const fit = fitted(desired)
    const changes = 'fault' in fit ? [] : changesTo(it.records, fit)
    const refused = 'fault' in fit ? fit.fault : refusalIn(it, changes)
    notices.settle()
    if (refused) notices.say(`That cannot be kept: ${say(refused)}`)
    if (refused || changes.length === 0) return false
    if (pencil.pencil.value) records.apply(changes)
    else if (sealed.mayGo(sectionId(), movers.has(kind) ? declaredTouched(it, changes) : [], again))
      enact(kind, changes, marks)
    return true

    /** Once it is agreed, from the records as they are then. Another class may have been opened over the question. */
    function again(): void {
      if (sectionId() === it.section.id) change(kind, desired, marks)
      else
        notices.say(
          `${counted(desired.length, 'entry', 'entries')} for ${it.section.title} not saved, because another class is open. Go back and type again.`,
        )
    }
  }

  /**
   * Asks before the first key of an entry that would move a declared term. Returns whether it asked; then `go` gets that key
   * and those typed since, once it is agreed.
   */
  function asksFirst(record: AskedRecord, key: string, go: (keys: readonly string[]) => void) {
    const { kind, id } = record
    if (pencil.pencil.value) return false
    const to = kind === 'cell' ? { value: null } : { level: null }
    const it = records.snapshot.value!
    return !sealed.mayGo(sectionId(), declaredTouched(it, [{ kind, id, to }]), go, key)
  }

  function perform(kind: ActKind, changes: Change[], marks: Marks = {}): Act {
    const act = { id: crypto.randomUUID(), shape: SHAPE, kind, at: new Date().toISOString(), ...marks, changes } as Act
    // Written down before anything shows it.
    saving.save(sectionId(), act)
    receiving.did(act.id, changes)
    for (const each of changes) {
      decisions.end(sectionId(), each.kind, each.id)
      unread.end(sectionId(), each.kind, each.id)
    }
    records.apply(changes)
    return act
  }

  /** Does changes of the open class as a step that can be taken back. */
  function enact(kind: ActKind, changes: Change[], marks: Pick<Act, 'sitting'> = {}): void {
    const batch = steps.batch()
    steps.did([{ scope: sectionId(), act: perform(kind, changes, { ...marks, ...(batch ? { batch } : {}) }) }])
  }

  /** Puts the pencil away: what was tried is kept as one act, or rubbed out. Before a declared term is moved it is asked. */
  function endPencil(keep: boolean): void {
    const moved = keep ? declaredTouched(records.snapshot.value!, pencil.tried()) : []
    if (!sealed.mayGo(sectionId(), moved, () => endPencil(true))) return
    const changes = pencil.away()
    if (keep && changes.length) enact('pencil', changes)
  }

  /**
   * Does a batch on several scopes at once, all of it or nothing; what is of the open class shows here. The same batch
   * sent again, as after a lost answer, is the same batch.
   *
   * @throws ApiProblem with what to do
   */
  async function together(acts: Together): Promise<void> {
    if (saving.count) throw new ApiProblem('unsaved', 'Something is still being saved. Try again in a moment.')
    await sendTogether(acts)
    steps.did(acts)
  }
  async function sendTogether(acts: Together): Promise<void> {
    const here = acts.find((each) => each.scope === records.snapshot.value?.section.id)
    if (here) receiving.sent(here.act.id)
    await ask('/api/acts', togetherResponse, {
      method: 'POST',
      body: { acts, sentAt: new Date().toISOString(), by: usePerson().actor },
    })
    if (here) records.apply(here.act.changes as Change[])
  }

  /** The changes that still find what they start from; says so where one does not. */
  function applicable(changes: Change[]): Change[] {
    const kept = changes.filter(
      (each) => checkPrecondition(records.peek(each.kind, each.id) as Record<string, unknown>, each).done === 'applied',
    )
    if (kept.length < changes.length) notices.say('Some of it was changed since and stays as it is.')
    return kept
  }

  const stepped: SteppedClass = { applicable, perform }
  const own = useStepping({
    classes: () => new Map(records.snapshot.value ? [[sectionId(), stepped]] : []),
    together: sendTogether,
    say: notices.say,
  })
  /** What is done here is a step of these: the class's own, or those of several classes that are open together. */
  let steps: Stepping = own
  const stepWith = (shared: Stepping | null) => void (steps = shared ?? own)
  function step(way: 'undo' | 'redo'): Promise<void> {
    if (pencil.pencil.value) return Promise.resolve()
    notices.settle()
    return own[way]()
  }

  /** Takes back an act of the person's own, however old, where nobody has changed the same thing since. */
  function takeBack(of: string, made: readonly Change[]): void {
    const changes = applicable(made.map(inverse).reverse())
    if (changes.length) perform('undo', changes, { of })
  }

  return {
    change,
    asksFirst,
    endPencil,
    together,
    sendTogether,
    takeBack,
    stepped,
    stepWith,
    steps: own.counts,
    nearest: own.nearest,
    loadSteps: own.load,
    undo: () => step('undo'),
    redo: () => step('redo'),
  }
}
