import type { ActKind } from '#core/acts/act'
import type { Records } from '#core/records'
import type { Desired } from '#core/desired'
import { togetherResponse } from '#shared/class'
import type { Together } from '#shared/plans'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { batchOf, inverseOf } from '~/composables/useBatch'

/**
 * How the district's office changes what is the district's, or a person what is their own: each change is one act on it, and the last one of the page can
 * be taken back, unless somebody has changed it since.
 *
 * @param fetch what the page reads of the district
 * @param keep takes what was read
 * @param records what changes stand on
 * @param scope whose it is: the district's, or the person's own
 */
export function useOffice<T>(
  fetch: () => Promise<T>,
  keep: (found: T) => void,
  records: () => Partial<Records>,
  scope: () => 'district' | 'user' = () => 'district',
) {
  const { problem, attempt } = useAttempt()
  const message = ref('')
  /** What was done last on this page. */
  const last = shallowRef<Together>([])

  let turns = 0
  async function read(): Promise<void> {
    const turn = ++turns
    const found = await fetch()
    // Of two readings that overlap, the later asked one is right.
    if (turn === turns) keep(found)
  }

  /** Brings about what is wanted, and says so in these words. Answers whether it is done. */
  const perform = (kind: ActKind, desired: readonly Desired[], words: string): Promise<boolean> =>
    attempt(async () => {
      const acts = batchOf(kind, [{ scope: scope(), records: records(), desired }])
      if (acts.length) await send(acts)
      last.value = acts
      message.value = words
      await read()
    })
  const undo = (): Promise<boolean> =>
    attempt(async () => {
      await send(inverseOf(last.value))
      last.value = []
      message.value = scope() === 'district' ? 'Taken back. Every class is as it was.' : 'Taken back.'
      await read()
    })

  const say = (words: string) => void (message.value = words)
  /** Says what is wrong with what was brought; nothing was changed by it. */
  const fail = (words: string) => void (problem.value = words)

  return { problem, message, last, attempt, read, perform, undo, say, fail }
}

const send = (acts: Together) => ask('/api/acts', togetherResponse, { method: 'POST', body: { acts } })
