import { togetherResponse } from '#shared/class'
import { searchBank } from '#core/remarks/bank'
import type { BankEntry } from '#core/remarks/bank-entry'
import { suitsStudent, type StudentFacts } from '#core/remarks/suits'
import { ApiProblem, ask } from '~/composables/useApi'
import { batchOf } from '~/composables/useBatch'
import { useClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'

/** The bank as the open class has it, with what was starred since it was opened. */
export function useClassBank() {
  const classStore = useClassStore()
  const notices = useNotices()
  const starredSince = useState<Record<string, boolean>>('starred-since', () => ({}))
  const entries = computed(() =>
    classStore.snapshot!.bank.map((each) => ({ ...each, starred: starredSince.value[each.id] ?? each.starred })),
  )
  const isStarred = (id: string) => entries.value.find((each) => each.id === id)?.starred ?? false

  /** Stars an entry at once, and takes that back where the server does not have it. */
  async function star({ id }: BankEntry): Promise<void> {
    const before = isStarred(id)
    const records = { bankStar: before ? { [id]: { starred: true } } : {} }
    const desired = [{ kind: 'bankStar' as const, id, to: { starred: !before } }]
    starredSince.value = { ...starredSince.value, [id]: !before }
    try {
      const acts = batchOf('bank', [{ scope: 'user', records, desired }])
      await ask('/api/acts', togetherResponse, { method: 'POST', body: { acts } })
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      starredSince.value = { ...starredSince.value, [id]: before }
      notices.say(error.message)
    }
  }

  const find = (typed: string, facts: StudentFacts): BankEntry[] =>
    searchBank(entries.value, typed, (each) => suitsStudent(each.suits, facts))
  return { entries, star, find }
}
