<script setup lang="ts">
import type { StandardLevel } from '#core/proficiency/standard-level'
import { dyeOf } from '~/composables/useDye'
import { useClassStore } from '~/stores/class'

/** A student's levels in a row: each by depth of dye with its short label, what it is of at a look. */
defineProps<{ levels: readonly StandardLevel[] }>()
const classStore = useClassStore()
const describe = ({ code, statement, level }: StandardLevel) =>
  `${code} ${statement}: ${level ? level.label : 'not enough evidence'}`
</script>

<template>
  <ul class="chips">
    <li
      v-for="each in levels"
      :key="each.standardId"
      :class="each.level ? `dye-${dyeOf(classStore.levels!.scaleFor(each.standardId), each.level.value)}` : 'none'"
      :title="describe(each)"
    >
      <span aria-hidden="true">{{ each.level?.short }}</span><span class="visually-hidden">{{ describe(each) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.chips {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}
li {
  min-width: 20px;
  height: 20px;
  padding: 0 4px;
  border-radius: 4px;
  font-size: 11.5px;
  font-weight: 600;
  line-height: 20px;
  text-align: center;
}
.none {
  background: repeating-linear-gradient(135deg, var(--weave) 0 3px, var(--sheet) 3px 6px);
  border: 1px solid var(--hair);
}
</style>
