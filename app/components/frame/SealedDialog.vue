<script setup lang="ts">
import { counted } from '~/composables/useWords'
import { useSealed } from '~/stores/sealed'

/** Before the grades of a declared term are moved: what that means, and the choice to leave it. */
const sealed = useSealed()
const titles = computed(() => [...new Set(sealed.waiting?.periods.values())].join(' and '))
const count = computed(() => sealed.waiting?.goes.length ?? 0)

/** Whether hands went on typing before the eyes came up. */
const isTypedSince = ref(false)
function typed({ key }: KeyboardEvent): void {
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
    <p tabindex="-1" v-bind="{ autofocus: '' }" @keydown="typed">
      <template v-if="count > 1">{{ counted(count, 'entry', 'entries') }} wait. </template>This moves a grade that was
      declared. It will no longer agree with what was declared and sent, and stays a loose end until it is declared
      anew, put back, or left so with a reason.
    </p>
    <p role="status" class="since">
      <template v-if="isTypedSince"
        >What was typed after that is not taken. Go on from the cell that is marked.</template
      >
    </p>
    <template #footer>
      <Button label="Leave it as it was" severity="secondary" @click="sealed.answer(false)" />
      <Button label="Change it all the same" @click="sealed.answer(true)" />
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
