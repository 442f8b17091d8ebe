<script setup lang="ts">
import { capital, counted } from '~/composables/useWords'
import type { AskedStep } from '~/composables/useStepBack'

/** What undo or redo would change where that can't be seen, or takes scores away, and the choice to leave it. */
const props = defineProps<{ step: AskedStep }>()
const emit = defineEmits<{ leave: []; go: [] }>()

const consequences = computed(() => {
  const { scores, elsewhere } = props.step
  const classes = counted(elsewhere, 'other class', 'other classes')
  return [
    ...(scores ? [`${counted(scores, 'score')} ${scores === 1 ? 'leaves' : 'leave'} the grades.`] : []),
    ...(elsewhere ? [`${capital(classes)} ${elsewhere === 1 ? 'changes' : 'change'} too, with the scores there.`] : []),
  ]
})
</script>

<template>
  <Dialog
    visible
    modal
    :header="step.way === 'undo' ? 'Undo this?' : 'Do this again?'"
    :style="{ width: '30rem' }"
    @update:visible="emit('leave')"
  >
    <p>
      {{ capital(step.words) }}.<template v-if="step.when"> You did this {{ step.when }}.</template
      ><template v-if="!step.isInView"> It isn’t in view here.</template>
    </p>
    <p v-for="each in consequences" :key="each">
      <strong>{{ each }}</strong>
    </p>
    <!-- Where scores would go, the next Enter of a stack must not confirm it. -->
    <template #footer
      ><Button label="Cancel" severity="secondary" :autofocus="consequences.length > 0" @click="emit('leave')" /><Button
        :label="step.way === 'undo' ? 'Undo' : 'Do it again'"
        :autofocus="consequences.length === 0"
        @click="emit('go')"
    /></template>
  </Dialog>
</template>
