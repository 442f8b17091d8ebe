<script setup lang="ts">
import type { Print } from '#shared/prints'
import { isUnderWay } from '~/composables/usePrints'
import { counted, shortInstant } from '~/composables/useWords'
import { sayProblem } from '~/words/sentences/problems'

/** Report cards that were asked for: how far each is, its file, and the way to stop it. */
defineProps<{ prints: readonly Print[] }>()
const emit = defineEmits<{ end: [id: string] }>()
const fileOf = ({ id }: Print) => `/api/prints/${id}/file`
const titleOf = ({ title, period }: Print) => `${title || 'All your classes'}, ${period}`
function stateOf({ state, done, total, problem }: Print): string {
  switch (state) {
    case 'waiting':
      return 'waits for its turn'
    case 'running':
      return total ? `${done} of ${counted(total, 'card')}` : 'gathering grades and remarks'
    case 'done':
      return counted(total, 'card')
    case 'stopped':
      return 'stopped'
    case 'failed':
      return problem === 'bug' ? 'It could not be drawn. Print it again.' : sayProblem(problem!, {}).replace(/\.$/, '')
  }
}
</script>

<template>
  <table v-if="prints.length" class="plain" aria-label="Prints of today">
    <tbody>
      <tr v-for="each in prints" :key="each.id">
        <td>
          {{ titleOf(each) }}<small class="soft">{{ shortInstant(each.askedAt) }}</small>
        </td>
        <td>
          <progress
            v-if="each.state === 'running'"
            :value="each.done"
            :max="each.total || 1"
            :aria-label="titleOf(each)"
          />
          <span :class="{ warn: each.state === 'failed' }" role="status">{{ stateOf(each) }}</span>
          <small v-if="each.missing.length" class="warn"
            >No font of the card has {{ each.missing.join(' ') }}: a question mark stands there.</small
          >
        </td>
        <td class="do">
          <a v-if="each.state === 'done'" :href="fileOf(each)" target="_blank" class="button">{{
            each.request.each ? 'Save the zip' : 'Open the PDF'
          }}</a>
          <button
            type="button"
            class="chip"
            :aria-label="`${isUnderWay(each) ? 'Stop' : 'Remove'} ${titleOf(each)}`"
            @click="emit('end', each.id)"
          >
            {{ isUnderWay(each) ? 'Stop' : 'Remove' }}
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td:first-child {
  min-width: 220px;
}
small {
  display: block;
}
.do {
  text-align: right;
  white-space: nowrap;
}
.do > * + * {
  margin-left: 8px;
}
progress {
  width: 120px;
  margin-right: 8px;
  accent-color: var(--ai5);
}
</style>
