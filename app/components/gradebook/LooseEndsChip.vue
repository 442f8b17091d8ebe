<script setup lang="ts">
import { usePainted } from '~/composables/usePainted'
import { usePopover } from '~/composables/usePopover'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'
/** How many loose ends the class has; opened, the list of them with their mends. */
const classStore = useClassStore()
/** What is loose in a class is looked for once the page is there to be read. */
const painted = usePainted()
const box = useTemplateRef('box')
const { open, escape } = usePopover(box)
defineExpose({
  // The click that leads here is one elsewhere: it closes what is open, and this opens behind it.
  open: () => setTimeout(() => (open.value = true)),
})
</script>

<template>
  <div v-if="painted && classStore.ends.length" ref="box" class="loose" @keydown.esc="escape">
    <button type="button" class="chip ochre" :aria-expanded="open" @click="open = !open">
      {{ counted(classStore.ends.length, 'loose end') }}
    </button>
    <LooseEndList v-if="open" @done="open = false" />
  </div>
</template>

<style scoped>
.loose {
  margin-left: auto;
  position: relative;
}
</style>
