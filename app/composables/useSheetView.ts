import { queryOf, viewOf, type SheetView } from '~/sheet/view'
import { askedQuery, changeQuery } from '~/composables/useGoTo'

/** How a teacher likes the sheet, on this machine, whatever the class. */
export interface SheetHabits {
  density: 'close' | 'plain' | 'roomy'
  /** Where Enter goes: one down, or on to the next blank of the column. */
  enter: 'next' | 'blank'
  median: boolean
  spread: boolean
  /** Whether the results of the categories stand beside the grades; a narrow window begins without them. */
  categories: boolean
}
const WIDE = 1100
const beginning = (): SheetHabits => ({
  density: 'plain',
  enter: 'next',
  median: false,
  spread: false,
  categories: window.innerWidth >= WIDE,
})

/** The view of the gradebook that the address holds, and the teacher's habits. */
export function useSheetView() {
  const route = useRoute()
  const view = computed(() => viewOf(route.query))
  const habits = useLocalStorage<SheetHabits>('yukata-sheet', beginning(), { mergeDefaults: true })

  /** Shows another view; the address says it, so that it can be kept, reloaded and gone back from. */
  const show = (change: Partial<SheetView>) => changeQuery(queryOf({ ...viewOf(askedQuery()), ...change }))

  /** One part of the view as a text that a list can be bound to; nothing chosen is as in the beginning. */
  const chosen = <K extends keyof SheetView>(key: K) =>
    computed({
      get: () => String(view.value[key] ?? ''),
      set: (value) => void show({ [key]: value || null } as Partial<SheetView>),
    })

  return { view, habits, show, chosen }
}
