import { blanks } from '#core/kinds'
import { districtResponse, standardsResponse, type DistrictResponse, type StandardsResponse } from '#shared/plans'
import { ask } from '~/composables/useApi'
import { useOffice } from '~/composables/useOffice'

/** What the district's office knows and changes of standards and scales of levels. */
export function useStandardsOffice() {
  const known = shallowRef<StandardsResponse | null>(null)
  const district = shallowRef<DistrictResponse | null>(null)
  const office = useOffice(
    () => Promise.all([ask('/api/standards', standardsResponse), ask('/api/district', districtResponse)]),
    (found) => {
      ;[known.value, district.value] = found
    },
    () => ({
      standard: known.value?.standards ?? {},
      courseStandard: known.value?.courseStandards ?? {},
      levelScale: district.value?.ownLevels ?? {},
      policy: { district: district.value?.policy ?? blanks.policy },
    }),
  )
  return reactive({ known, district, ...office })
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
