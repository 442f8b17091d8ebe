import { Chart, type ChartConfiguration, type ChartType } from 'chart.js'

/**
 * A chart on a canvas: drawn with its page, and anew when what it shows changes or light turns to dark, whose colours it has.
 *
 * @param chartOf what it shows and how, given the colours of the scheme by their names
 * @example useChart(canvas, (colour) => ({ type: 'bar', data: { datasets: [{ data, backgroundColor: colour('--ai4') }] } }))
 */
export function useChart<Type extends ChartType>(
  canvas: Readonly<Ref<HTMLCanvasElement | null>>,
  chartOf: (colour: (name: string) => string) => ChartConfiguration<Type>,
): void {
  let chart: Chart<Type> | undefined
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  function draw(): void {
    chart?.destroy()
    chart = new Chart(canvas.value!, chartOf(colour))
  }
  onMounted(() => {
    const { fontFamily } = getComputedStyle(document.body)
    Chart.defaults.font.family = fontFamily
    watchEffect(draw)
    // Unlike the page around it, a canvas is not drawn anew by itself when its letters come; where they do not, it has others.
    const letters = `10px ${fontFamily}`
    if (!document.fonts.check(letters))
      document.fonts.load(letters).then(
        () => canvas.value && draw(),
        () => {},
      )
  })
  // Printed it has the colours of paper.
  useEventListener(matchMedia('print'), 'change', draw)
  useMutationObserver(document.documentElement, draw, { attributeFilter: ['class'] })
  onBeforeUnmount(() => chart?.destroy())
}
