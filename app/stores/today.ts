import { todayResponse, type TodayClass } from '#shared/today'

/** The classes of the day, and what waits in each. */
export const useToday = defineStore('today', () => {
  const classes = ref<TodayClass[] | null>(null)
  const waits = computed(() =>
    (classes.value ?? []).reduce((sum, each) => sum + each.toScore + each.looseEnds.length, 0),
  )

  async function load(): Promise<void> {
    classes.value = await ask('/api/today', todayResponse)
  }

  return { classes, waits, load }
})
