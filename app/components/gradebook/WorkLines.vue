<script setup lang="ts">
import type { WorkLine } from '~/words/work-lines'

/** Lines of shown work: what each part is, its figure, and what was done with it. */
defineProps<{ lines: WorkLine[] }>()
</script>

<template>
  <ul class="work">
    <li
      v-for="(line, at) in lines"
      :key="at"
      :class="[line.kind, `depth-${line.depth}`, { idle: !line.acts && line.kind !== 'rule' }]"
    >
      <span class="text">{{ line.text }}</span><span v-if="line.figure" class="figure-text">{{ line.figure }}</span
      ><small v-if="line.note">{{ line.note }}</small
      ><span v-if="line.bar !== undefined" class="bar"><i :style="{ width: `${line.bar}%` }" /></span>
    </li>
  </ul>
</template>

<style scoped>
.work {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 12.5px;
  font-variant-numeric: tabular-nums;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  padding: 2px 0;
}
small {
  grid-column: 1 / -1;
  color: var(--soft);
  font-size: 11.5px;
  font-weight: 400;
}
.rule .text {
  grid-column: 1 / -1;
  color: var(--soft);
  font-size: 12px;
}
.category .text,
.period .text {
  font-weight: 560;
}
.category:not(:first-child) {
  margin-top: 4px;
}
.depth-1 {
  padding-left: 14px;
}
.idle {
  color: var(--soft);
}
.bar {
  grid-column: 1 / -1;
  height: 5px;
  background: var(--ai1);
  border-radius: 3px;
  overflow: hidden;
  margin: 1px 0 2px;
}
.bar i {
  display: block;
  height: 5px;
  background: var(--ai4);
}
.result {
  border-top: 1px solid var(--ink);
  font-weight: 650;
  margin-top: 4px;
  padding-top: 4px;
}
.result.idle {
  font-weight: 400;
}
.result + .result {
  border-top-color: var(--line);
}
</style>
