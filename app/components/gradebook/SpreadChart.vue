<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { useChart } from '~/composables/useChart'
import { counted } from '~/composables/useWords'

/** How many scores lie in each tenth of the points possible, the last bar for those above them. */
const props = defineProps<{ tenths: number[] }>()
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

const canvas = useTemplateRef('canvas')
const labels = [...Array(10).keys()].map((each) => `${each * 10}–${each * 10 + 10} %`).concat('above')

useChart(canvas, (colour) => ({
  type: 'bar',
  data: {
    labels,
    datasets: [{ data: props.tenths, backgroundColor: colour('--ai4'), borderRadius: 2, categoryPercentage: 0.95 }],
  },
  options: {
    animation: false,
    maintainAspectRatio: false,
    plugins: { legend: { display: false } },
    scales: {
      x: {
        grid: { display: false },
        ticks: {
          color: colour('--soft'),
          font: { size: 10 },
          maxRotation: 0,
          // Only three of them have words: all of those have room.
          autoSkip: false,
          callback: (at) => (Number(at) % 5 === 0 ? `${Number(at) * 10} %` : ''),
        },
      },
      y: {
        beginAtZero: true,
        ticks: { color: colour('--soft'), precision: 0, font: { size: 10 }, maxTicksLimit: 4 },
        grid: { color: colour('--line') },
      },
    },
  },
}))

const words = computed(() =>
  props.tenths.flatMap((count, at) => (count ? `${labels[at]}: ${counted(count, 'score')}` : [])).join(', '),
)
</script>

<template>
  <div class="chart"><canvas ref="canvas" role="img" :aria-label="words || 'No scores yet'" /></div>
</template>

<style scoped>
.chart {
  height: 100%;
}
</style>
