<script setup lang="ts">
import type { LooseEnd } from '#core/looseends'

const emit = defineEmits<{ done: [] }>()
const classroom = useClassroom()
const route = useRoute()

function mend(end: LooseEnd) {
  emit('done')
  const base = `/class/${String(route.params.id)}`
  if (end.mend.view === 'plan') return navigateTo(`${base}/plan`)
  if (end.mend.view === 'close')
    return navigateTo({ path: `${base}/close`, query: { period: end.mend.periodId, student: end.mend.studentId } })
  return navigateTo({ path: base, query: { ...route.query, edit: end.mend.assignmentId } })
}
</script>

<template>
  <ul class="ends">
    <li v-for="end in classroom.ends" :key="end.text">
      <span>{{ end.text }}</span><button type="button" class="chip ochre" @click="mend(end)">Mend</button>
    </li>
  </ul>
</template>

<style scoped>
.ends {
  list-style: none;
  margin: 0;
  padding: 6px 16px 8px 18px;
  background: var(--ochre1);
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.chip {
  border: 1px solid var(--ochre);
  flex: none;
  align-self: start;
}
</style>
