import type { LocationQuery } from 'vue-router'
import type { LevelView } from './useProficiencySheet'
import { askedQuery, changeQuery, usePeriodQuery } from '~/composables/useGoTo'

const list = (value: unknown) => (typeof value === 'string' && value ? value.split(',') : [])

function viewOf(query: LocationQuery): LevelView {
  const text = (value: unknown) => (typeof value === 'string' && value ? value : null)
  return {
    area: text(query.area),
    folded: new Set(list(query.folded)),
    open: text(query.open),
    left: query.left === '1',
  }
}

/** The view of Proficiency that the address holds, so that it can be kept, reloaded and gone back from. */
export function useLevelView() {
  const route = useRoute()
  const view = computed(() => viewOf(route.query))
  /** As it was asked for last: what a further change of it begins from. */
  const askedView = () => viewOf(askedQuery())
  /** What other pages of the class are told. */
  const query = usePeriodQuery()

  function show(change: Partial<LevelView>): Promise<unknown> {
    const { area, folded, open, left } = { ...askedView(), ...change }
    return changeQuery({
      student: undefined,
      standard: undefined,
      area: area ?? undefined,
      folded: folded.size ? [...folded].join(',') : undefined,
      open: open ?? undefined,
      left: left ? '1' : undefined,
    })
  }
  return { view, askedView, show, query }
}
