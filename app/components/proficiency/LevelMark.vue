<script setup lang="ts">
import { levelOf, type ProficiencyScale } from '#core/scales/proficiency'
import { dyeOf } from '~/composables/useDye'

/** One level as it looks everywhere: its short label on its depth of dye; woven where there is too little evidence. */
const props = defineProps<{ scale: ProficiencyScale; value: string | null; small?: boolean }>()
const level = computed(() => levelOf(props.scale, props.value))
</script>

<template>
  <span class="dyed"
    ><i v-if="level" :class="[`dye-${dyeOf(scale, level.value)}`, { small }]" :title="level.label">{{ level.short }}</i
    ><i v-else :class="['none', { small }]" title="not enough evidence"
      ><span class="visually-hidden">not enough evidence</span></i
    ></span
  >
</template>

<style scoped>
i {
  font-style: normal;
  font-weight: 600;
  font-size: 11.5px;
  min-width: 22px;
  height: 22px;
  padding: 0 4px;
  border-radius: 5px;
  display: inline-grid;
  place-items: center;
  vertical-align: middle;
  box-shadow: inset 0 0 0 1px color-mix(in srgb, var(--ai4) 30%, transparent);
}
.small {
  min-width: 18px;
  height: 18px;
  font-size: 11px;
}
.none {
  background: repeating-linear-gradient(135deg, var(--line) 0 1px, var(--ai1) 1px 6px);
  box-shadow: inset 0 0 0 1px var(--line);
}
</style>
