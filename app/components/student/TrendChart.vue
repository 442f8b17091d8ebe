<script setup lang="ts">
import { CategoryScale, Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import type { TrendPoint } from '#core/grading/trend'
import { useChart } from '~/composables/useChart'
import { shortDay } from '~/composables/useWords'

/** A grade over the due dates of a period. */
const props = defineProps<{ points: TrendPoint[] }>()
Chart.register(CategoryScale, LineController, LineElement, LinearScale, PointElement, Tooltip)

const canvas = useTemplateRef('canvas')

useChart(canvas, (colour) => ({
  type: 'line',
  data: {
    labels: props.points.map((each) => shortDay(each.date)),
    datasets: [
      {
        data: props.points.map((each) => each.size),
        borderColor: colour('--ai5'),
        backgroundColor: colour('--ai5'),
        borderWidth: 2,
        pointRadius: 3,
      },
    ],
  },
  options: {
    animation: false,
    maintainAspectRatio: false,
    plugins: {
      legend: { display: false },
      tooltip: { callbacks: { label: ({ dataIndex }) => `${props.points[dataIndex]!.percent} %` } },
    },
    scales: {
      x: { grid: { display: false }, ticks: { color: colour('--soft'), font: { size: 10 }, maxRotation: 0 } },
      y: {
        ticks: { color: colour('--soft'), font: { size: 10 }, maxTicksLimit: 5 },
        grid: { color: colour('--line') },
      },
    },
  },
}))

const words = computed(() => props.points.map((each) => `${shortDay(each.date)}: ${each.percent} %`).join(', '))
</script>

<template>
  <div class="chart"><canvas ref="canvas" role="img" :aria-label="`Grade over time. ${words}`" /></div>
</template>

<style scoped>
.chart {
  height: 100%;
}
</style>
