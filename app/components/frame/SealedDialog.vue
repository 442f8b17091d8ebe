<script setup lang="ts">
import { counted } from '~/composables/useWords'
import { useSealed } from '~/stores/sealed'

/** Before a declared term is moved: what that means, and the choice to leave it. */
const sealed = useSealed()
const titles = computed(() => [...new Set(sealed.waiting?.periods.values())].join(' and '))
const count = computed(() => sealed.waiting?.goes.length ?? 0)
const names: Readonly<Record<string, string>> = {
  Enter: '↵',
  Backspace: '⌫',
  ArrowDown: '↓',
  ArrowUp: '↑',
  ArrowLeft: '←',
  ArrowRight: '→',
}
const typed = computed(() => sealed.keys.map((key) => names[key] ?? key).join(' '))

/** Whether hands went on typing before the eyes came up, where those keys can't be gathered. */
const isTypedSince = ref(false)
function onKey({ key }: KeyboardEvent): void {
  if (/^[\d.]$/.test(key)) isTypedSince.value = true
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`${titles} is declared complete`"
    :style="{ width: '32rem' }"
    @update:visible="sealed.answer(false)"
  >
    <!-- The text has the keyboard first: an Enter that was on its way to the next score answers nothing. -->
    <p tabindex="-1" v-bind="{ autofocus: '' }" @keydown="onKey">
      <template v-if="count > 1">{{ counted(count, 'entry', 'entries') }} wait. </template>This changes what was
      declared. It will no longer agree with what was declared and sent, and stays a loose end until you declare again,
      put it back, or leave it with a reason.
    </p>
    <p role="status" class="since">
      <template v-if="sealed.waiting?.gathers && typed">Typed so far: {{ typed }}</template>
      <template v-else-if="isTypedSince">What you typed after that isn’t saved. Go on from the marked cell.</template>
    </p>
    <template #footer>
      <Button label="Cancel" severity="secondary" @click="sealed.answer(false)" />
      <Button :label="`Change ${titles}`" @click="sealed.answer(true)" />
    </template>
  </Dialog>
</template>

<style scoped>
p:focus {
  outline: none;
}
.since {
  margin-top: 8px;
}
.since:empty {
  display: none;
}
</style>
