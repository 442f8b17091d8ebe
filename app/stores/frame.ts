interface Folds {
  day: boolean
  margin: boolean
}

/** At this width and above the day column has room for names; below it is a rail of hours. */
export const ROOMY = '(min-width: 1101px)'

/**
 * What is folded away of the frame: the day column to a rail of hours, the margin to its edge. Remembered on this machine,
 * for wide and narrow windows apart, so that what is put away at one does not spoil the other.
 */
export const useFrame = defineStore('frame', () => {
  const roomy = useMediaQuery(ROOMY)
  const kept = useLocalStorage<{ wide: Folds; narrow: Folds }>('yukata-frame', {
    wide: { day: false, margin: false },
    narrow: { day: true, margin: false },
  })
  const own = computed(() => (roomy.value ? kept.value.wide : kept.value.narrow))
  /** The box of the margin, where the page has one: pages put into it what belongs there. */
  const marginBox = shallowRef<HTMLElement | null>(null)
  const isRail = computed(() => !roomy.value || own.value.day)
  const isMarginAway = computed(() => own.value.margin)

  const foldDay = () => void (own.value.day = !own.value.day)
  const foldMargin = () => void (own.value.margin = !own.value.margin)
  /** Brings the margin back, as when something is to be written in it. */
  const showMargin = () => void (own.value.margin = false)

  return { roomy, marginBox, isRail, isMarginAway, foldDay, foldMargin, showMargin }
})
