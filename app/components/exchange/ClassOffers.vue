<script setup lang="ts">
import { offersResponse, type Offer } from '#shared/intake'
import { ApiProblem, ask } from '~/composables/useApi'

/** Which class of the classroom app this one is: offered by its students and its name, and confirmed once. */
const props = defineProps<{ sectionId: string; present: string }>()
const emit = defineEmits<{
  choose: [link: { connectionId: string; theirClassId: string; theirTitle: string }]
  leave: []
}>()
const offers = ref<Offer[] | null>(null)
const problem = ref('')
const chosen = ref('')
onMounted(async () => {
  try {
    offers.value = await ask(`/api/classes/${props.sectionId}/offers`, offersResponse, { patienceMs: 120_000 })
    chosen.value = props.present || (offers.value[0]?.id ?? '')
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
})
function confirm(): void {
  const found = offers.value?.find((each) => each.id === chosen.value)
  if (found) emit('choose', { connectionId: found.connectionId, theirClassId: found.id, theirTitle: found.title })
}
function unknownWords({ unknown }: Offer): string {
  if (!unknown.length) return ''
  const names = unknown.slice(0, 3).join(', ')
  return `not in yours: ${names}${unknown.length > 3 ? ` and ${unknown.length - 3} more` : ''}`
}
</script>

<template>
  <form class="offers" @submit.prevent="confirm">
    <p v-if="offers?.length">Which class is it there? Nothing comes in before you have seen it.</p>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <fieldset v-if="offers?.length">
      <legend class="visually-hidden">Classes of the classroom app</legend>
      <label v-for="each in offers" :key="each.id">
        <input v-model="chosen" type="radio" name="class" :value="each.id" />
        <b>{{ each.title }}</b>
        <span>{{ each.alike }} of its {{ each.of }} students are in yours</span>
        <span class="soft">{{ unknownWords(each) }}</span>
      </label>
    </fieldset>
    <p v-else-if="offers" class="soft">The classroom app has no class of yours.</p>
    <p v-else-if="!problem" class="soft" role="status">Asking the classroom app for your classes.</p>
    <div class="row-of">
      <Button v-if="offers?.length" type="submit" label="It is this one" :disabled="!chosen" />
      <Button v-if="present" label="Leave it" severity="secondary" @click="emit('leave')" />
    </div>
  </form>
</template>

<style scoped>
.offers {
  display: grid;
  gap: 10px;
  max-width: 900px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
label {
  display: grid;
  grid-template-columns: 18px 220px 220px 1fr;
  gap: 8px;
  align-items: center;
  padding: 6px 4px;
  border-bottom: 1px solid var(--hair);
}
.row-of {
  gap: 8px;
}
</style>
