<script setup lang="ts">
import { besideResponse, type Beside } from '#shared/exchange'
import { ApiProblem, ask } from '~/composables/useApi'
import { counted } from '~/composables/useWords'
import { useToday } from '~/stores/today'
import { typeWords, typesWords, wholeThing } from '~/words/exchange'

/** What the district holds of one class now, beside what is here, whether different or not. */
const id = String(useRoute().params.id)
const today = useToday()
const things = shallowRef<Beside[] | null>(null)
const problem = ref('')
const kind = ref('all')
const state = ref('all')
const search = ref('')
const shown = ref(100)

const title = computed(() => today.classes?.find((each) => each.id === id)?.title ?? '')
useHead({ title: () => `In the district now, ${title.value} · Yukata` })
async function load(): Promise<void> {
  problem.value = ''
  things.value = null
  try {
    things.value = await ask(`/api/classes/${id}/beside`, besideResponse, { patienceMs: 120_000 })
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
onMounted(() => Promise.all([load(), today.classes ?? today.read()]))

const kinds = computed(() => [
  { value: 'all', words: 'everything' },
  ...[...new Set((things.value ?? []).map((each) => each.type))].map((type) => ({
    value: type,
    words: typesWords[type] ?? type,
  })),
])
const states = [
  { value: 'all', words: 'alike or not' },
  { value: 'different', words: 'different' },
  { value: 'here', words: 'only here' },
  { value: 'there', words: 'only there' },
]
const isIn = ({ here, there, isAlike }: Beside) => {
  if (state.value === 'different') return !isAlike
  if (state.value === 'here') return there === null
  return state.value === 'there' ? here === null : true
}
const found = computed(() => {
  const words = search.value.trim().toLocaleLowerCase()
  return (things.value ?? []).filter(
    (each) =>
      (kind.value === 'all' || each.type === kind.value) &&
      isIn(each) &&
      each.title.toLocaleLowerCase().includes(words),
  )
})
watch([kind, state, search], () => (shown.value = 100))
const side = (each: Beside, of: 'here' | 'there') =>
  each[of] ? wholeThing({ type: each.type, here: each[of], there: null }) || each.title : 'nothing'
</script>

<template>
  <main id="work" class="page">
    <p><NuxtLink to="/exchange">Exchange</NuxtLink></p>
    <h1>{{ title }}, in the district now</h1>
    <Message v-if="problem" severity="error"
      >{{ problem }} <button type="button" class="chip" @click="load">Ask again</button></Message
    >
    <template v-if="things">
      <div class="row-of">
        <ChipSelect v-model="kind" label="Which things" :options="kinds" beginning="all" />
        <ChipSelect v-model="state" label="Alike or not" :options="states" beginning="all" />
        <input
          v-model="search"
          class="chip"
          placeholder="Student or assignment"
          aria-label="Find a student or assignment"
        />
        <span class="soft" role="status">{{ counted(found.length, 'thing') }}</span>
        <NuxtLink class="chip" :to="`/exchange/${id}`">Compare and send</NuxtLink>
        <a class="chip" :href="`/api/classes/${id}/oneroster?version=1.2`" download>OneRoster CSV 1.2</a>
        <a class="chip" :href="`/api/classes/${id}/oneroster?version=1.1`" download>1.1</a>
      </div>
      <table v-if="found.length" class="plain">
        <thead>
          <tr>
            <th class="kind" />
            <th>What</th>
            <th>There</th>
            <th>Here</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in found.slice(0, shown)" :key="each.id">
            <td class="soft kind">{{ typeWords[each.type] ?? each.type }}</td>
            <td>{{ each.title || 'Made there' }}</td>
            <td>{{ side(each, 'there') }}</td>
            <td>{{ side(each, 'here') }}</td>
            <td :class="each.isAlike ? 'soft' : 'warn'">{{ each.isAlike ? 'alike' : 'different' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">Nothing is called so.</p>
      <button v-if="found.length > shown" type="button" class="chip" @click="shown += 300">
        Show more of {{ found.length }}
      </button>
    </template>
    <p v-else-if="!problem" class="soft" role="status">Asking the district what it holds.</p>
  </main>
</template>

<style scoped>
.row-of {
  gap: 6px;
  margin: 10px 0;
}
table {
  max-width: 980px;
}
.kind {
  width: 92px;
}
</style>
