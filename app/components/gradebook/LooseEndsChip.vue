<script setup lang="ts">
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'
/** How many loose ends the class has; opened, the list of them with their mends. */
const classStore = useClassStore()
const open = ref(false)
const box = useTemplateRef('box')
onClickOutside(box, () => (open.value = false))
</script>

<template>
  <div v-if="classStore.ends.length" ref="box" class="loose" @keydown.esc="open = false">
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
