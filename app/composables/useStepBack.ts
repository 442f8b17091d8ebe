import type { ActKind, Change } from '#core/acts/act'
import { scoresOf } from '#core/scores/scores-of'
import { describeStep } from '~/words/steps'
import type { Step } from '#core/acts/steps'
import { partsOf } from '#core/kind'
import type { Kind } from '#core/kinds'
import { periodOf } from '#core/calendar/periods'
import type { EventBusKey } from '@vueuse/core'
import { shortInstant } from '~/composables/useWords'
import type { ClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import { useShownCells } from '~/stores/shown-cells'
import { useUnread, type Unread } from '~/stores/unread'
import { askedQuery, goTo } from '~/composables/useGoTo'

export type Way = 'undo' | 'redo'
/** A step that is asked about first, and why. */
export interface AskedStep {
  way: Way
  words: string
  /** When it was done, if that was in an earlier sitting. */
  when: string
  isInView: boolean
  /** Scores that would leave the grades of the open classes. */
  scores: number
  /** Classes that are not open and would change too. */
  elsewhere: number
}
interface Stepping {
  nearest: { undo?: Step; redo?: Step }
  undo: () => unknown
  redo: () => unknown
}

/** Undo and redo that are asked for from outside the page, such as in *Find or do*. */
export const askedSteps: EventBusKey<Way> = Symbol('asked steps')

/** What was done longer ago is of another sitting. */
const SITTING_MS = 30 * 60_000
/** Acts that bring scores from elsewhere. Undoing one empties cells the teacher may not be looking at. */
const BRINGING: ReadonlySet<ActKind> = new Set(['import', 'pull', 'move scores'])

/** The pages on which a record of each kind is seen, by the last part of their address. */
const seenOn: Readonly<Partial<Record<Kind, readonly string[]>>> = {
  cell: ['', 'student'],
  assignment: ['', 'assignments', 'plan'],
  evidence: ['proficiency', '', 'levels'],
  levelOverride: ['proficiency', 'levels', 'habits', 'close'],
  observation: ['proficiency', 'levels', 'round'],
  standard: ['standards', 'proficiency'],
  override: ['close', ''],
  remark: ['close'],
  declaration: ['close'],
  plan: ['plan', 'compare'],
  category: ['plan'],
}

/**
 * Undo and redo that say what they take back. They ask first if that is not in view, of another sitting, in another class,
 * or would take scores away. What was stepped over is shown. An entry that couldn't be read is undone like any other.
 *
 * @param classes the classes that are open
 */
export function useStepBack(stepping: () => Stepping, classes: () => readonly ClassStore[]) {
  const route = useRoute()
  const { isShown } = useShownCells()
  const unread = useUnread()
  const notices = useNotices()
  const asking = ref<AskedStep | null>(null)
  const open = () => new Map(classes().map((each) => [each.snapshot!.section.id, each]))

  const descriptions = computed(() => {
    const snapshots = new Map([...open()].map(([id, each]) => [id, each.everything!]))
    const { undo, redo } = stepping().nearest
    return { undo: undo && describeStep(undo, snapshots), redo: redo && describeStep(redo, snapshots) }
  })

  const page = () => {
    const [, area, , view = ''] = route.path.split('/')
    return area === 'class' ? view : area === 'course' ? '' : (area ?? '')
  }
  const changesHere = (step: Step) =>
    step.flatMap(({ scope, act }) =>
      open().has(scope) ? (act.changes as Change[]).map((change) => ({ scope, change })) : [],
    )
  /** Whether what the step did is before one's eyes: on this page all of it, and of scores at least one. */
  function isInView(step: Step): boolean {
    const here = changesHere(step)
    if (!here.every(({ change }) => seenOn[change.kind]?.includes(page()) ?? true)) return false
    const cells = here.filter(({ change }) => change.kind === 'cell')
    if (page() === 'student') return cells.some(({ change }) => partsOf(change.id)[0] === route.params.student)
    return here.length > cells.length || cells.some(({ scope, change }) => isShown(scope, change.id))
  }

  /** How many scores a step takes out of the grades: with an assignment, or brought by another system or a file. */
  function scoresTaken(step: Step, way: Way): number {
    const brought = step.some(({ act }) => BRINGING.has(act.kind))
    const changes = changesHere(step).map(({ scope, change }) => ({
      ...{ scope, kind: change.kind, id: change.id },
      to: (way === 'undo' ? change.from : change.to) as { removed?: boolean; value?: unknown },
    }))
    const removed = changes.filter(({ kind, to }) => kind === 'assignment' && to.removed)
    const gone = new Set(removed.map(({ id }) => id))
    // A score that goes with its assignment is counted there.
    const emptied = changes.filter(
      ({ kind, id, to }) => brought && kind === 'cell' && to.value === null && !gone.has(partsOf(id)[1]!),
    )
    return removed.reduce((sum, { scope, id }) => sum + scoresOf(open().get(scope)!.snapshot!, id), emptied.length)
  }

  /** The newest entry that couldn't be read, if nothing was done here after it. */
  function unreadEntry(): Unread | null {
    const entry = unread.newest(new Set(open().keys()))
    const last = stepping().nearest.undo?.at(-1)
    // A paste notes what it can't read just before its act, often within one millisecond.
    return entry && entry.at > (last?.act.at ?? '') ? entry : null
  }
  function takeAway({ sectionId, kind, id, text }: Unread): void {
    unread.end(sectionId, kind, id)
    open().get(sectionId)?.renewRow(partsOf(id)[0]!)
    notices.say(`Removed “${text}”, which couldn’t be read.`)
  }

  function step(way: Way): void {
    const entry = way === 'undo' ? unreadEntry() : null
    if (entry) return takeAway(entry)
    const next = stepping().nearest[way]
    if (!next) return
    const { act, ago = 0 } = next[0]!
    const asked: AskedStep = {
      way,
      words: descriptions.value[way] ?? '',
      // By the server's clock: this machine's may be wrong by days.
      when: ago > SITTING_MS ? shortInstant(new Date(act.at)) : '',
      isInView: isInView(next),
      scores: scoresTaken(next, way),
      elsewhere: new Set(next.flatMap(({ scope }) => (open().has(scope) ? [] : scope))).size,
    }
    if (asked.isInView && !asked.when && !asked.scores && !asked.elsewhere) return void stepping()[way]()
    asking.value = asked
  }

  useEventBus(askedSteps).on(step)

  async function go(): Promise<void> {
    const way = asking.value?.way
    asking.value = null
    const next = way && stepping().nearest[way]
    if (!next) return
    await stepping()[way]()
    await show(next)
  }

  /** Goes to where the step was. */
  async function show(next: Step): Promise<void> {
    const order = (kind: Kind) => (kind === 'category' || kind === 'plan' ? 0 : 1)
    const [first] = changesHere(next)
      .filter(({ change }) => seenOn[change.kind])
      .toSorted((a, b) => order(a.change.kind) - order(b.change.kind))
    if (!first || isInView(next)) return
    const { scope, change } = first
    const [view = ''] = seenOn[change.kind]!
    const [studentId, second, third] = partsOf(change.id) as [string, string?, string?]
    const snapshot = open().get(scope)!.snapshot!
    const assignment = snapshot.records.assignment[change.kind === 'assignment' ? studentId : (second ?? '')]
    const period =
      change.kind === 'override' || change.kind === 'remark'
        ? second
        : change.kind === 'levelOverride'
          ? third
          : (periodOf(snapshot.periods, assignment?.dueOn ?? null)?.id ?? askedQuery().period)
    if (route.path.startsWith('/course/')) return
    const isLevel = change.kind === 'levelOverride' || change.kind === 'observation'
    const ofCell =
      change.kind === 'cell'
        ? { student: studentId, assignment: second }
        : isLevel
          ? { student: studentId, standard: second }
          : {}
    await goTo({
      path: `/class/${scope}${view && `/${view}`}`,
      query: { ...(period ? { period } : {}), ...ofCell },
    })
  }

  /** Whether there is something to undo, and to redo. */
  const can = computed(() => ({
    undo: stepping().nearest.undo !== undefined || unreadEntry() !== null,
    redo: stepping().nearest.redo !== undefined,
  }))

  return {
    descriptions,
    can,
    asking,
    undo: () => step('undo'),
    redo: () => step('redo'),
    go,
    leave: () => void (asking.value = null),
  }
}
