<script setup lang="ts">
import { z } from 'zod'
import { choicesResponse } from '#shared/exchange'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { shortInstant } from '~/composables/useWords'
import { typesWords } from '~/words/exchange'

/** What was decided for good, to be looked up and forgotten. */
const { problem, attempt } = useAttempt()
const props = defineProps<{ titleOf: (sectionId: string) => string }>()
const choices = ref<z.infer<typeof choicesResponse>>([])
const list = useTemplateRef('list')
const load = async () => (choices.value = await ask('/api/exchange/choices', choicesResponse))
onMounted(() => attempt(load))

const forget = (at: number) =>
  attempt(async () => {
    const { sectionId, direction, type, thingId } = choices.value[at]!
    const ok = z.object({ ok: z.literal(true) })
    await ask(`/api/classes/${sectionId}/forget-choice`, ok, { method: 'POST', body: { direction, type, thingId } })
    await load()
    await nextTick()
    const buttons = list.value?.querySelectorAll('button')
    ;(buttons?.[Math.min(at, buttons.length - 1)] ?? list.value)?.focus()
  })
const words = { mine: 'mine is sent', theirs: 'theirs is taken', leave: 'left out' }
</script>

<template>
  <section ref="list" tabindex="-1" aria-labelledby="remembered">
    <h2 id="remembered">Decided for good</h2>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <table v-if="choices.length" class="plain">
      <tbody>
        <tr v-for="(each, at) in choices" :key="`${each.sectionId} ${each.direction} ${each.type} ${each.thingId}`">
          <td class="soft when">{{ shortInstant(each.at) }}</td>
          <td>{{ props.titleOf(each.sectionId) }}</td>
          <td class="soft">{{ each.direction === 'pull' ? 'from the classroom app' : 'to the district' }}</td>
          <td>{{ each.title || `all ${typesWords[each.type] ?? each.type}` }}</td>
          <td>{{ words[each.choice] }}</td>
          <td class="number">
            <button type="button" class="chip" @click="forget(at)">
              Forget<span class="visually-hidden"> {{ each.title || each.type }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">Nothing yet. What you decide in a comparison can be kept for later runs.</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
section:focus {
  outline: none;
}
.when {
  width: 130px;
  white-space: nowrap;
}
</style>
