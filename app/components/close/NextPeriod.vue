<script setup lang="ts">
import { useClassStore } from '~/stores/class'
import { goTo } from '~/composables/useGoTo'

/** After a declaration: the next period opens clean with the class's plan; weights of the declared one alone go on by a click. */
const classStore = useClassStore()
const next = computed(() => {
  const { period, periods } = classStore
  return period && periods.find((each) => each.kind === period.kind && each.firstDay > period.lastDay)
})
const own = computed(() => classStore.plan?.own[classStore.periodId ?? ''])
const differs = computed(() => next.value && own.value && !classStore.plan!.own[next.value.id])
const goOn = () =>
  classStore.change('plan', [
    {
      kind: 'plan',
      id: classStore.snapshot!.section.id,
      to: { own: { ...classStore.plan!.own, [next.value!.id]: own.value! } },
    },
  ])
</script>

<template>
  <span v-if="next" class="next soft">
    <template v-if="differs"
      >{{ classStore.period!.title }} had weights of its own, {{ next.title }} has the class’s.
      <button type="button" class="chip" @click="goOn">Give them to {{ next.title }} too</button></template
    >
    <button v-else type="button" class="chip" @click="goTo({ query: { period: next.id } })">
      Go on with {{ next.title }}
    </button>
  </span>
</template>

<style scoped>
.next {
  margin-left: auto;
}
</style>
