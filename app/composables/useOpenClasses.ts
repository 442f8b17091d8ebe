import { useClassBeside, type ClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import { useStepping } from '~/stores/stepping'
import { ApiProblem } from '~/composables/useApi'
import { useNews } from '~/composables/useNews'
import { useStepBack } from '~/composables/useStepBack'
import { useStepKeys } from '~/composables/useStepKeys'

/**
 * Several classes open at once, each with its own records: what is done in any of them is a step of all together. They
 * are let go with the page. `ready` is when all of them stand.
 *
 * @param ids the classes, in order
 */
export function useOpenClasses(ids: readonly string[]) {
  const route = useRoute()
  const notices = useNotices()
  const problem = ref('')
  const classStores = ids.map((id) => useClassBeside(id))
  const desired = () => (route.query.period ? String(route.query.period) : null)
  const opening = Promise.all(classStores.map((classStore, at) => classStore.open(ids[at]!, desired()))).catch(
    (error: unknown) => {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
    },
  )
  const open = shallowRef<readonly ClassStore[]>([])
  watch(
    () => route.query.period,
    () => open.value.forEach((classStore) => classStore.look(desired())),
  )
  const steps = useStepping({
    classes: () => new Map(open.value.map((classStore) => [classStore.snapshot!.section.id, classStore.stepped])),
    together: (acts) => open.value[0]!.sendTogether(acts),
    say: (words) => notices.say(words),
  })
  onScopeDispose(() => open.value.forEach((classStore) => classStore.stepWith(null)))
  const stepBack = useStepBack(
    () => ({ nearest: steps.nearest.value, undo: steps.undo, redo: steps.redo }),
    () => open.value,
  )
  useStepKeys(stepBack)
  useNews(() => open.value)

  async function opened(): Promise<void> {
    await opening
    if (!problem.value) open.value = classStores
    open.value.forEach((classStore) => classStore.stepWith(steps))
    if (open.value.length) void steps.load()
  }
  return { open, problem, steps, stepBack, ready: opened() }
}
