<script setup lang="ts">
import { heldScoreResponse, settledResponse, type HeldScore } from '#shared/exchange'
import { ApiProblem, ask } from '~/composables/useApi'
import { shortInstant } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'
import { useSaving } from '~/stores/saving'
import { wholeThing } from '~/words/exchange'

/** A score that changed here and in the district: both sides, and the decision where it stands. */
const props = defineProps<{ cellId: string }>()
const emit = defineEmits<{ decided: [] }>()
const classStore = useClassStore()
const saving = useSaving()
const held = shallowRef<HeldScore | null>(null)
const problem = ref('')
const busy = ref(false)
const path = (what: string) => `/api/classes/${classStore.snapshot!.section.id}/${what}`

watch(
  () => props.cellId,
  async (cell) => {
    held.value = null
    problem.value = ''
    const found = await ask(path('held'), heldScoreResponse, { query: { cell } }).catch(() => null)
    if (cell === props.cellId) held.value = found
  },
  { immediate: true },
)
const said = (fields: HeldScore['there']) =>
  fields ? wholeThing({ type: 'score', here: fields, there: null }) : 'nothing'

async function decide(choice: 'mine' | 'theirs'): Promise<void> {
  problem.value = ''
  busy.value = true
  try {
    // What was typed last goes first: the comparison is the server's.
    await until(() => saving.count).toBe(0, { timeout: 10_000 })
    const body = { cellId: props.cellId, choice }
    await ask(path('settle'), settledResponse, { method: 'POST', body, patienceMs: 60_000 })
    classStore.settled(props.cellId)
    emit('decided')
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="conflict" role="group" aria-label="Changed here and in the district">
    <p v-if="held">
      <b>The district has {{ said(held.there) }}</b
      >; before, both had {{ said(held.base) }}. Found {{ shortInstant(held.foundAt) }}.
    </p>
    <p v-else>It was changed in the district too: neither went over the other.</p>
    <div v-if="held" class="row-of">
      <button type="button" class="toggle" :disabled="busy" @click="decide('theirs')">Take theirs</button>
      <button type="button" class="toggle" :disabled="busy" @click="decide('mine')">Send mine</button>
    </div>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
  </div>
</template>
