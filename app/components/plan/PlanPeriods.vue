<script setup lang="ts">
import type { Composition } from '#core/plan/composition'
import type { Plan } from '#core/plan/plan'
import { childrenOf, type Period } from '#core/calendar/periods'
import { compositionOf, fixedWeights } from '#core/plan/rules'
import { comeTo100, weightsAsShares } from '#core/plan/shares'
import { describeCoursePoints, describeParent } from '~/words/plan'
import { useClassStore } from '~/stores/class'
import { readers } from '~/composables/useReaders'

/** How longer periods are made, and the points that a course level adds. */
const emit = defineEmits<{ set: [to: Partial<Plan>] }>()
const classStore = useClassStore()
const plan = computed(() => classStore.plan!)
const by = computed(() => classStore.snapshot!.policyBy ?? 'the office')

const parents = computed(() => {
  const it = classStore.structure!
  return it.periods
    .filter((period) => childrenOf(it.periods, period.id).length > 0)
    .sort((a, b) => a.lastDay.localeCompare(b.lastDay) || b.firstDay.localeCompare(a.firstDay))
    .map((period) => {
      const children = childrenOf(it.periods, period.id)
      const composition = compositionOf(it, plan.value, period)!
      const weights = Object.entries(composition.rule === 'compose' ? composition.weights : {})
      return {
        period,
        children,
        composition,
        /** Empty where each weight acts as what it says. */
        acts: comeTo100(weights.map(([, weight]) => weight)) ? new Map<string, string>() : weightsAsShares(weights),
        fixed: fixedWeights(it, children) ? by.value : null,
        words: describeParent(it, period),
      }
    })
})

function setParent(period: Period, composition: Composition): void {
  emit('set', { parents: { ...plan.value.parents, [period.id]: composition } })
}
const asComposed = (composition: Composition) =>
  composition.rule === 'compose' ? composition : { rule: 'compose' as const, weights: {}, enters: 'exact' as const }

function togglePeriod(id: string): void {
  const { coursePoints } = plan.value
  const periodIds = coursePoints.periodIds.includes(id)
    ? coursePoints.periodIds.filter((each) => each !== id)
    : [...coursePoints.periodIds, id]
  emit('set', { coursePoints: { ...coursePoints, periodIds } })
}
const coursePointsWords = computed(() => describeCoursePoints(classStore.structure!))
</script>

<template>
  <div>
    <div v-for="{ period, children, composition, acts, fixed, words } in parents" :key="period.id" class="parent">
      <div class="row-of">
        <b class="title">{{ period.title }}</b>
        <ToggleRow
          :label="`How ${period.title} is made`"
          :value="composition.rule"
          :options="[
            { value: 'compose', words: 'composed of its periods' },
            { value: 'all work', words: 'made of all its work' },
          ]"
          :disabled="!!fixed"
          @choose="setParent(period, $event === 'compose' ? asComposed(composition) : { rule: 'all work' })"
        />
      </div>
      <div v-if="composition.rule === 'compose'" class="row-of weights">
        <label v-for="child in children" :key="child.id" class="check"
          >{{ child.title }}
          <KeptField
            :value="composition.weights[child.id]!"
            :label="`Weight of ${child.title} in ${period.title}`"
            :read="readers.weight"
            :disabled="!!fixed"
            inputmode="decimal"
            class="figure"
            @keep="setParent(period, { ...composition, weights: { ...composition.weights, [child.id]: $event } })"
          /><span v-if="acts.has(child.id)" class="soft">acts as {{ acts.get(child.id) }}</span></label
        >
        <label class="check"
          ><Checkbox
            :model-value="composition.enters === 'displayed'"
            binary
            @update:model-value="setParent(period, { ...composition, enters: $event ? 'displayed' : 'exact' })"
          />enter as shown</label
        >
      </div>
      <FixedNote v-if="fixed" :by="fixed" />
      <p class="soft said">{{ words }}</p>
    </div>
    <div class="parent">
      <div class="row-of">
        <b class="title">Course level</b>
        <KeptField
          :value="plan.coursePoints.points"
          label="Points added for the course level"
          :read="readers.points"
          inputmode="decimal"
          class="figure"
          @keep="emit('set', { coursePoints: { ...plan.coursePoints, points: $event } })"
        />
        <span class="soft">points added to</span>
        <button
          v-for="each in classStore.snapshot!.periods"
          :key="each.id"
          type="button"
          class="toggle"
          :aria-pressed="plan.coursePoints.periodIds.includes(each.id)"
          @click="togglePeriod(each.id)"
        >
          {{ each.title }}
        </button>
      </div>
      <p class="soft said">{{ coursePointsWords }}</p>
    </div>
  </div>
</template>

<style scoped>
.parent + .parent {
  margin-top: 14px;
}
.title {
  min-width: 92px;
}
.weights {
  gap: 6px 16px;
  margin-top: 7px;
  padding-left: 96px;
}
.said {
  padding-left: 96px;
}
.toggle:disabled {
  cursor: default;
}
</style>
