<script setup lang="ts" generic="T extends string | number | boolean | null">
/** One rule of a plan that is chosen among a few; a rule that the district fixes is shown as fixed, and by whom. */
defineProps<{ label: string; value: T; options: { value: T; words: string }[]; fixedBy?: string | null }>()
const emit = defineEmits<{ choose: [value: T] }>()
const id = useId()
</script>

<template>
  <span :id="id" class="term">{{ label }}</span>
  <div class="choice">
    <Select
      :ariaLabelledby="id"
      :model-value="value"
      :options="options"
      option-label="words"
      option-value="value"
      :disabled="!!fixedBy"
      fluid
      @update:model-value="emit('choose', $event)"
    />
    <FixedNote v-if="fixedBy" :by="fixedBy" />
  </div>
</template>
