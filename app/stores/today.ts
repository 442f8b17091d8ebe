import { todayResponse, type TodayClass } from '#shared/today'
import { keepRead, readKept } from '~/queue/kept'
import { usePerson } from '~/stores/person'
import { ApiProblem, ask } from '~/composables/useApi'

const TODAY = 'today'

/** The classes of the day, and what waits in each. */
export const useToday = defineStore('today', () => {
  const person = usePerson()
  const classes = ref<TodayClass[] | null>(null)
  /** Why the day could not be read when it was last asked for. */
  const problem = shallowRef<ApiProblem | null>(null)
  let turns = 0
  const waits = computed(() =>
    (classes.value ?? []).reduce((sum, each) => sum + each.toScore + each.looseEnds.length, 0),
  )

  /**
   * Reads the day; as it was kept on this machine where the server does not answer. Of two readings that overlap, the later
   * asked one is right, and the other changes nothing.
   *
   * @throws ApiProblem with what to do, where neither can be had
   */
  async function load(): Promise<void> {
    const turn = ++turns
    try {
      const read = await ask('/api/today', todayResponse)
      if (turn !== turns) return
      classes.value = read
      problem.value = null
      void keepRead(person.actor, TODAY, JSON.parse(JSON.stringify(classes.value)))
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      const kept = error.unreachable ? await keptDay() : null
      if (turn !== turns) return
      problem.value = kept ? null : error
      if (!kept) throw error
      classes.value ??= kept
    }
  }

  async function keptDay(): Promise<TodayClass[] | null> {
    const kept = todayResponse.safeParse((await readKept(person.actor, TODAY))?.value)
    return kept.success ? kept.data : null
  }

  /** The same, for who shows in its place what went wrong. */
  async function read(): Promise<void> {
    await load().catch((error: unknown) => {
      if (!(error instanceof ApiProblem)) throw error
    })
  }

  return { classes, waits, problem, load, read }
})
