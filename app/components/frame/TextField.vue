<script setup lang="ts">
/** A labelled field with its problem under it. */
const props = defineProps<{
  label: string
  problem?: string
  type?: string
  inputmode?: 'decimal'
  maxlength?: number
  autocomplete?: string
  autofocus?: boolean
}>()
const model = defineModel<string>({ required: true })
const emit = defineEmits<{ typed: []; left: [] }>()
const id = useId()
const field = useTemplateRef('field')

// The attribute alone works only while a page loads; a dialog looks for it when it has opened.
onMounted(() => props.autofocus && (field.value as unknown as { $el: HTMLInputElement }).$el.focus())
</script>

<template>
  <div>
    <label class="label" :for="id">{{ label }}</label>
    <InputText
      :id="id"
      ref="field"
      :model-value="model"
      :type="type ?? 'text'"
      :inputmode="inputmode"
      :maxlength="maxlength"
      :autocomplete="autocomplete ?? 'off'"
      :autofocus="autofocus"
      fluid
      :invalid="!!problem"
      :aria-describedby="`${id}-problem`"
      @update:model-value="model = $event ?? ''"
      @input="emit('typed')"
      @blur="emit('left')"
    />
    <p :id="`${id}-problem`" class="warn" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.warn:empty {
  display: none;
}
</style>
