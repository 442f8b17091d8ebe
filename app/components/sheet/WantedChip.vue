<script setup lang="ts">
import { WantedDialog } from '~/composables/later'
import { counted } from '~/composables/useWords'
import type { WantedLine } from './WantedDialog.vue'

/** How many reasons or notes are wanted, and the list in which they are filled in. It takes no keyboard by itself. */
const props = defineProps<{
  lines: readonly WantedLine[]
  noun: 'reason' | 'note'
  intro: string
  heads: readonly [about: string, value: string]
}>()
const emit = defineEmits<{ save: [texts: { id: string; text: string }[]] }>()
const open = ref(false)
function save(texts: { id: string; text: string }[]): void {
  open.value = false
  emit('save', texts)
}
const words = computed(() => counted(props.lines.length, props.noun))
</script>

<template>
  <button v-if="lines.length" type="button" class="chip ochre" :aria-label="`${words} wanted`" @click="open = true">
    {{ words }}
  </button>
  <WantedDialog
    v-if="open"
    :lines="lines"
    :noun="noun"
    :intro="intro"
    :heads="heads"
    @save="save"
    @close="open = false"
  />
</template>
