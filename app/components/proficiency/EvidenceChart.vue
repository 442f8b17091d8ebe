<script setup lang="ts">
import { CategoryScale, Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import type { EvidenceItem } from '#core/proficiency/evidence-of'
import { levelOf, type ProficiencyScale } from '#core/scales/proficiency'
import { useChart } from '~/composables/useChart'
import { shortDay } from '~/composables/useWords'

/** Evidence of one standard over time, against the labels of its scale. */
const props = defineProps<{ evidence: readonly EvidenceItem[]; scale: ProficiencyScale; label: string }>()
Chart.register(CategoryScale, LineController, LineElement, LinearScale, PointElement, Tooltip)

const canvas = useTemplateRef('canvas')
const labelOf = (value: number) => props.scale.levels.find((each) => Number(each.value) === value)?.label ?? ''
const words = computed(() =>
  props.evidence
    .map((each) => `${shortDay(each.on)}: ${levelOf(props.scale, each.level)?.label ?? each.level}`)
    .join(', '),
)

useChart(canvas, (colour) => {
  const values = props.scale.levels.map((each) => Number(each.value))
  return {
    type: 'line',
    data: {
      labels: props.evidence.map((each) => shortDay(each.on)),
      datasets: [
        {
          data: props.evidence.map((each) => Number(each.level)),
          borderColor: colour('--ai5'),
          backgroundColor: colour('--ai5'),
          borderWidth: 1.5,
          pointRadius: 4,
          pointStyle: props.evidence.map((each) => (each.assignment ? 'circle' : 'rectRot')),
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: {
        legend: { display: false },
        tooltip: {
          callbacks: {
            label: ({ dataIndex }) => props.evidence[dataIndex]!.assignment?.name ?? 'Seen, without an assignment',
          },
        },
      },
      scales: {
        x: { grid: { display: false }, ticks: { color: colour('--soft'), font: { size: 10 }, maxRotation: 0 } },
        y: {
          min: Math.min(...values) - 0.4,
          max: Math.max(...values) + 0.4,
          afterBuildTicks: (axis) => (axis.ticks = [...values].reverse().map((value) => ({ value }))),
          ticks: { color: colour('--soft'), font: { size: 10 }, callback: (value) => labelOf(Number(value)) },
          grid: { color: colour('--line') },
        },
      },
    },
  }
})
</script>

<template>
  <div class="chart"><canvas ref="canvas" role="img" :aria-label="`${label} over time. ${words}`" /></div>
</template>

<style scoped>
.chart {
  height: 140px;
}
</style>
