import { blanks } from '#core/kinds'
import type { Records } from '#core/records'
import type { Desired } from '#core/desired'
import { togetherResponse } from '#shared/class'
import {
  districtResponse,
  standardsResponse,
  type DistrictResponse,
  type StandardsResponse,
  type Together,
} from '#shared/plans'
import { ApiProblem, ask } from '~/composables/useApi'
import { batchOf, inverseOf } from '~/composables/useBatch'

/** What the district's office knows and changes of standards and scales of levels: each change is one act on the district. */
export function useStandardsOffice() {
  const known = shallowRef<StandardsResponse | null>(null)
  const district = shallowRef<DistrictResponse | null>(null)
  const problem = ref('')
  const message = ref('')

  /** Does something, and says why where it does not succeed. */
  async function attempt(work: () => Promise<void>): Promise<boolean> {
    problem.value = ''
    try {
      await work()
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
      return false
    }
  }
  async function read(): Promise<void> {
    ;[known.value, district.value] = await Promise.all([
      ask('/api/standards', standardsResponse),
      ask('/api/district', districtResponse),
    ])
  }

  const records = computed<Partial<Records>>(() => ({
    standard: known.value?.standards ?? {},
    courseStandard: known.value?.courseStandards ?? {},
    levelScale: district.value?.ownLevels ?? {},
    policy: { district: district.value?.policy ?? blanks.policy },
  }))
  /** What was done last on this page, to be taken back. */
  const last = shallowRef<Together>([])
  const send = (acts: Together) => ask('/api/acts', togetherResponse, { method: 'POST', body: { acts } })
  /** Brings about what is wanted, and says so in these words. Answers whether it is done. */
  const perform = (kind: 'standard' | 'scale' | 'policy', desired: readonly Desired[], words: string) =>
    attempt(async () => {
      const acts = batchOf(kind, [{ scope: 'district', records: records.value, desired }])
      if (acts.length) await send(acts)
      last.value = acts
      message.value = words
      await read()
    })
  const undo = () =>
    attempt(async () => {
      await send(inverseOf(last.value))
      last.value = []
      message.value = 'Taken back.'
      await read()
    })

  const say = (words: string) => void (message.value = words)
  /** Says what is wrong with what was brought; nothing was changed by it. */
  const fail = (words: string) => void (problem.value = words)

  return reactive({ known, district, problem, message, last, attempt, read, perform, undo, say, fail })
}
export type StandardsOffice = ReturnType<typeof useStandardsOffice>

/** A standard of the district, listed with its id. */
export type ListedStandard = StandardsResponse['standards'][string] & { id: string; owner: 'district' }

/** The district's standards that are there, in their order. */
export const listedOf = (known: StandardsResponse | null): ListedStandard[] =>
  Object.entries(known?.standards ?? {})
    .filter(([, each]) => !each.removed)
    .sort(([, a], [, b]) => a.place - b.place || (a.code < b.code ? -1 : 1))
    .map(([id, each]) => ({ ...each, id, owner: 'district' }))
