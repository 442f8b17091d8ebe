import type { Change } from '#core/acts/act'
import { describeStep } from '~/words/steps'
import type { Step } from '#core/acts/steps'
import { partsOf } from '#core/kind'
import type { Kind } from '#core/kinds'
import { periodOf } from '#core/calendar/periods'
import { shortInstant } from '~/composables/useWords'
import type { ClassStore } from '~/stores/class'
import { useShownCells } from '~/stores/shown-cells'
import { askedQuery, goTo } from '~/composables/useGoTo'

export type Way = 'undo' | 'redo'
/** A step that is not in view: its words, and when it was done where that is long ago. */
export interface AskedStep {
  way: Way
  words: string
  when: string
}
interface Stepping {
  nearest: { undo?: Step; redo?: Step }
  undo: () => unknown
  redo: () => unknown
}

/** What was done longer ago is of another sitting. */
const SITTING_MS = 30 * 60_000

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
 * Undo and redo that say what they take back, and ask before it where that is not in view or of another sitting. What was
 * stepped over is shown.
 *
 * @param classes the classes that are open
 */
export function useStepBack(stepping: () => Stepping, classes: () => readonly ClassStore[]) {
  const route = useRoute()
  const { isShown } = useShownCells()
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

  function step(way: Way): void {
    const next = stepping().nearest[way]
    if (!next) return
    const { act, ago = 0 } = next[0]!
    // By the server's clock: this machine's may be wrong by days.
    const isOld = ago > SITTING_MS
    if (!isOld && isInView(next)) return void stepping()[way]()
    asking.value = { way, words: descriptions.value[way] ?? '', when: isOld ? shortInstant(new Date(act.at)) : '' }
  }

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

  return {
    descriptions,
    asking,
    undo: () => step('undo'),
    redo: () => step('redo'),
    go,
    leave: () => void (asking.value = null),
  }
}
