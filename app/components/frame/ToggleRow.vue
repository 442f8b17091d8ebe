<script setup lang="ts" generic="T extends string | null">
/** One of a few, each a small button. `says` is the button's name where its words alone would not tell what it is of. */
defineProps<{ label: string; value: T; options: { value: T; words: string; says?: string }[]; disabled?: boolean }>()
const emit = defineEmits<{ choose: [value: T] }>()
</script>

<template>
  <span class="row-of" role="group" :aria-label="label">
    <button
      v-for="each in options"
      :key="String(each.value)"
      type="button"
      class="toggle"
      :disabled="disabled"
      :aria-pressed="each.value === value"
      :aria-label="each.says"
      @click="emit('choose', each.value)"
    >
      {{ each.words }}
    </button>
  </span>
</template>
