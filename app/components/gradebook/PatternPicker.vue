<script setup lang="ts">
import type { Pattern } from '#core/plan/pattern'
import type { useBatch } from '~/composables/useBatch'

/** What a new assignment can begin from: the teacher's own patterns. */
const props = defineProps<{ batch: ReturnType<typeof useBatch> }>()
const emit = defineEmits<{ begin: [pattern: Pattern['assignment']] }>()

const patterns = computed(() =>
  Object.entries(props.batch.plans.value?.patterns ?? {})
    .filter(([, each]) => !each.removed)
    .map(([id, each]) => ({ id, name: each.name, assignment: each.assignment }))
    .toSorted((a, b) => a.name.localeCompare(b.name)),
)
const patternId = ref<string | null>(null)
function begin(id: string): void {
  patternId.value = id
  emit('begin', patterns.value.find((each) => each.id === id)!.assignment)
}
async function forget(): Promise<void> {
  const desired = [{ kind: 'pattern' as const, id: patternId.value!, to: { removed: true } }]
  const records = { pattern: props.batch.plans.value!.patterns }
  if (!(await props.batch.perform('pattern', [{ scope: 'user', records, desired }]))) return
  patternId.value = null
  await props.batch.load()
}
</script>

<template>
  <template v-if="patterns.length">
    <span id="a-pattern" class="label">From a pattern</span>
    <span class="pattern">
      <Select
        :model-value="patternId"
        ariaLabelledby="a-pattern"
        :options="patterns"
        option-label="name"
        option-value="id"
        placeholder="none"
        fluid
        @update:model-value="begin"
      />
      <button v-if="patternId" type="button" class="toggle" @click="forget">Forget</button>
    </span>
  </template>
</template>

<style scoped>
.pattern {
  display: flex;
  gap: 5px;
}
</style>
