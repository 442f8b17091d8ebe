import { bankResponse, type BankResponse } from '#shared/bank'
import { ask } from '~/composables/useApi'
import { useOffice } from '~/composables/useOffice'
import { usePerson } from '~/stores/person'

/** The comment banks that a person sees, and what they change of the one that is theirs. */
export function useBank() {
  const { person } = storeToRefs(usePerson())
  const known = shallowRef<BankResponse | null>(null)
  const office = useOffice(
    () => ask('/api/bank', bankResponse),
    (found) => (known.value = found),
    () => ({ bankEntry: known.value?.own ?? {}, bankStar: known.value?.stars ?? {} }),
    () => (person.value?.role === 'registrar' ? 'district' : 'user'),
  )
  return reactive({ known, ...office })
}
export type Bank = ReturnType<typeof useBank>
