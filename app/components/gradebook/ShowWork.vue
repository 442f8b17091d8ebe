<script setup lang="ts">
import { thousandths } from '#core/number/decimal'

const props = defineProps<{ studentId: string }>()
const classroom = useClassroom()

const grade = computed(() => {
  void classroom.rowOf(props.studentId).value
  return classroom.gradeOfStudent(props.studentId)
})

/** Each category, the share that its weight has among those with scores, and what it brings to the grade. */
const lines = computed(() => {
  const results = grade.value?.categories
  if (!results) return []
  const weighted = classroom.plan?.method === 'categories'
  const acting = classroom.categories.reduce(
    (sum, each) => sum + (results.get(each.id) ? thousandths(each.weight) : 0),
    0,
  )
  return classroom.categories.map((each) => {
    const result = results.get(each.id) ?? null
    const share = weighted && result && acting ? thousandths(each.weight) / acting : null
    return {
      id: each.id,
      name: each.name,
      weight: weighted ? each.weight : null,
      result,
      brings: share === null ? '' : (result!.approx * share).toFixed(2),
    }
  })
})
const lacking = computed(() =>
  lines.value.filter((line) => line.result === null && line.weight !== null && line.weight !== '0'),
)
</script>

<template>
  <div class="work">
    <template v-for="line in lines" :key="line.id">
      <span
        >{{ line.name }} <em v-if="line.weight">{{ line.weight }} of 100</em></span
      >
      <span class="number">{{ line.result?.percent ?? 'none yet' }}</span><em class="number">{{ line.brings }}</em>
      <span class="bar"><i :style="{ width: `${Math.min(100, line.result?.approx ?? 0)}%` }" /></span>
    </template>
    <template v-if="grade?.computed">
      <span class="total">{{ classroom.period?.title }}</span><span class="total number">{{
        grade.computed.percent
      }}</span
      ><span class="total">{{ grade.computed.label }}</span>
    </template>
    <p v-else class="wide soft">No grade yet: nothing that counts has a score.</p>
    <template v-if="grade?.override">
      <span class="pen">Given instead</span><span class="pen number">{{ grade.override.percent }}</span
      ><span class="pen">{{ grade.override.label }}</span>
    </template>
    <p v-if="grade?.computed && lacking.length" class="wide soft small">
      {{ lacking.map((line) => line.name).join(' and ') }} {{ lacking.length === 1 ? 'has' : 'have' }} no scores yet;
      the weight is shared out among the others.
    </p>
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 3px 10px;
  font-size: 12.5px;
}
em {
  font-style: normal;
  color: var(--soft);
}
.bar {
  grid-column: 1 / 4;
  height: 5px;
  background: var(--ai1);
  border-radius: 3px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 5px;
  background: var(--ai4);
}
.total {
  border-top: 1px solid var(--ink);
  font-weight: 650;
  padding-top: 3px;
  margin-right: -10px;
  padding-right: 10px;
}
.total:last-of-type {
  margin-right: 0;
}
.wide {
  grid-column: 1 / 4;
}
</style>
