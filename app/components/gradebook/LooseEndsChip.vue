<script setup lang="ts">
/** How many loose ends the class has; opened, the list of them with their mends. */
const classroom = useClassroom()
const open = ref(false)
const box = useTemplateRef('box')
onClickOutside(box, () => (open.value = false))
</script>

<template>
  <div v-if="classroom.ends.length" ref="box" class="loose" @keydown.esc="open = false">
    <button type="button" class="chip ochre" :aria-expanded="open" @click="open = !open">
      {{ counted(classroom.ends.length, 'loose end') }}
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
