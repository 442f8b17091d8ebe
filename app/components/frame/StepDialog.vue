<script setup lang="ts">
import { capital } from '~/composables/useWords'
import type { AskedStep } from '~/composables/useStepBack'

/** What undo or redo would change is not in view: what it is, and the choice to leave it. */
defineProps<{ step: AskedStep }>()
const emit = defineEmits<{ leave: []; go: [] }>()
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
      {{ capital(step.words) }}<template v-if="step.when">. It was done {{ step.when }}</template
      >. It is not in view here.
    </p>
    <template #footer
      ><Button label="Leave it" severity="secondary" @click="emit('leave')" /><Button
        :label="step.way === 'undo' ? 'Undo it' : 'Do it again'"
        autofocus
        @click="emit('go')"
    /></template>
  </Dialog>
</template>
