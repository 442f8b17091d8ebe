interface Folds {
  day: boolean
  margin: boolean
}

/** At this width and above the day column has room for names; below it is a rail of hours. */
export const ROOMY = '(min-width: 1101px)'

/** Up to this width, as at 200% zoom, the margin is a drawer over the sheet. */
const SMALL = '(max-width: 760px)'

/**
 * What is folded away of the frame: the day column to a rail of hours, the margin to its edge. Remembered on this machine,
 * for wide, narrow and small windows apart, so that what is put away at one does not spoil the other.
 */
export const useFrame = defineStore('frame', () => {
  const roomy = useMediaQuery(ROOMY)
  const isDrawer = useMediaQuery(SMALL)
  const kept = useLocalStorage<{ wide: Folds; narrow: Folds; small: Folds }>(
    'yukata-frame',
    {
      wide: { day: false, margin: false },
      narrow: { day: true, margin: false },
      small: { day: true, margin: true },
    },
    // What an earlier release kept has no small window.
    { mergeDefaults: true },
  )
  const own = computed(() => kept.value[roomy.value ? 'wide' : isDrawer.value ? 'small' : 'narrow'])
  /** The box of the margin, where the page has one: pages put into it what belongs there. */
  const marginBox = shallowRef<HTMLElement | null>(null)
  const isRail = computed(() => !roomy.value || own.value.day)
  const isMarginAway = computed(() => own.value.margin)

  const foldDay = () => void (own.value.day = !own.value.day)
  const foldMargin = () => void (own.value.margin = !own.value.margin)
  /** Brings the margin back, as when something is to be written in it. */
  const showMargin = () => void (own.value.margin = false)

  return { roomy, isDrawer, marginBox, isRail, isMarginAway, foldDay, foldMargin, showMargin }
})
