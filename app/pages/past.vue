<script setup lang="ts">
import { plansResponse, type ClassPlan } from '#shared/plans'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'

/** Classes of years that are over: readable and printable as they were left. */
useHead({ title: 'Past years · Yukata' })
const classes = shallowRef<ClassPlan[] | null>(null)
const { problem, attempt } = useAttempt()
onMounted(() =>
  attempt(
    async () => void (classes.value = (await ask('/api/plans', plansResponse)).classes.filter(({ past }) => past)),
  ),
)
const years = computed(() => {
  const byYear = new Map<string, ClassPlan[]>()
  for (const each of classes.value ?? []) byYear.set(each.year, [...(byYear.get(each.year) ?? []), each])
  return [...byYear].toSorted(([a], [b]) => b.localeCompare(a))
})
const lastPeriod = ({ periods }: ClassPlan) => periods.filter(({ kind }) => kind === 'grading').at(-1)?.id
</script>

<template>
  <main id="work" class="page">
    <h1>Past years</h1>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <p v-if="classes && !classes.length" class="soft">
      There is no class of a year that is over. When this year ends, its classes are found here, as they were left.
    </p>
    <section v-for="[year, list] in years" :key="year">
      <h2>{{ year }}</h2>
      <ul class="lines">
        <li v-for="each in list" :key="each.id">
          <NuxtLink :to="{ path: `/class/${each.id}`, query: { period: lastPeriod(each) } }">{{ each.title }}</NuxtLink>
          <span class="soft">{{ each.course }}</span>
          <NuxtLink :to="{ path: `/class/${each.id}/reports`, query: { period: lastPeriod(each) } }">Reports</NuxtLink>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
section {
  max-width: 44rem;
  margin-top: 16px;
}
</style>
