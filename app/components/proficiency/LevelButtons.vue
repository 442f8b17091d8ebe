<script setup lang="ts">
import type { Level } from '#core/scales/proficiency'

/** The levels of a scale as buttons in a row; which of them is pressed, where one can be. */
const props = defineProps<{
  levels: readonly Level[]
  /** The value of the level that stands; left out where a press only gives. */
  pressed?: string | null
  /** What the row is, where nothing around it says so. */
  label?: string
  /** What the level would be of, after its name. */
  of?: string
  /** Whether the keyboard starts here, as in a dialog. */
  first?: boolean
}>()
const emit = defineEmits<{ choose: [level: string] }>()
const root = useTemplateRef('root')
const named = (level: Level) => [level.label, props.of].filter(Boolean).join(', ')
defineExpose({ focus: () => root.value?.querySelector<HTMLElement>('button')?.focus() })
</script>

<template>
  <span ref="root" class="row-of" :role="label && 'group'" :aria-label="label">
    <button
      v-for="(level, at) in levels"
      :key="level.value"
      type="button"
      class="toggle"
      :autofocus="first && at === 0"
      :aria-pressed="pressed === undefined ? undefined : pressed === level.value"
      :title="named(level)"
      :aria-label="`${level.short}, ${named(level)}`"
      @click="emit('choose', level.value)"
    >
      {{ level.short }}
    </button>
    <slot />
  </span>
</template>
