<script setup lang="ts">
import { dropRules, type Category } from '#core/plan/category'
import type { Plan } from '#core/plan/plan'
import type { Listed } from '#core/plan/rules'
import { describeVisibility } from '~/words/plan'
import { readers } from '~/composables/useReaders'

/** The rules of one category: how its items count, what is dropped, its part in the grade, what new work begins with. */
defineProps<{ category: Listed<Category>; method: Plan['method'] }>()
const emit = defineEmits<{ set: [to: Partial<Category>] }>()

const visibilities = [
  { from: 'now' as const },
  { from: 'due date' as const },
  { from: 'days before' as const, days: 3 },
  { from: 'never' as const },
].map((value) => ({ value, words: describeVisibility(value) }))
</script>

<template>
  <div class="rules">
    <fieldset>
      <legend class="label">Items count</legend>
      <ToggleRow
        :label="`How items of ${category.name} count`"
        :value="category.basis"
        :options="[
          { value: 'points', words: 'by their points' },
          { value: 'equal', words: 'all alike' },
        ]"
        @choose="emit('set', { basis: $event })"
      />
      <p v-if="method === 'points' || method === 'assignments'" class="small soft">
        Under this method every category counts {{ method === 'points' ? 'by points' : 'all alike' }}.
      </p>
    </fieldset>
    <fieldset>
      <legend class="label">Drop</legend>
      <div class="row-of">
        <KeptField
          :value="String(category.dropCount)"
          :label="`How many scores ${category.name} drops`"
          :read="readers.dropCount"
          inputmode="decimal"
          class="count"
          @keep="emit('set', { dropCount: Number($event) })"
        />
        <ToggleRow
          :label="`What ${category.name} drops`"
          :value="category.dropRule"
          :options="dropRules.map((value) => ({ value, words: value }))"
          :disabled="category.dropCount === 0"
          @choose="emit('set', { dropRule: $event })"
        />
        <label class="check"
          ><Checkbox
            :model-value="category.keepOne"
            binary
            :disabled="category.dropCount === 0"
            @update:model-value="emit('set', { keepOne: $event })"
          />keep one</label
        >
      </div>
    </fieldset>
    <fieldset>
      <legend class="label">Its part</legend>
      <div class="row-of gaps">
        <label class="check"
          ><Checkbox
            :model-value="category.counts"
            binary
            @update:model-value="emit('set', { counts: $event })"
          />counts in the grade</label
        ><label class="check"
          ><Checkbox
            :model-value="category.extraCredit"
            binary
            @update:model-value="emit('set', { extraCredit: $event })"
          />extra credit</label
        ><label class="check"
          ><Checkbox
            :model-value="category.active"
            binary
            @update:model-value="emit('set', { active: $event })"
          />offered for new work</label
        >
      </div>
    </fieldset>
    <fieldset>
      <legend class="label">New work begins with</legend>
      <div class="row-of gaps">
        <span class="check"
          ><KeptField
            :value="category.defaults.points"
            :label="`Points possible of new work in ${category.name}`"
            :read="readers.points"
            inputmode="decimal"
            class="count"
            @keep="emit('set', { defaults: { ...category.defaults, points: $event } })"
          />points</span
        ><label class="check"
          ><Checkbox
            :model-value="category.defaults.counts"
            binary
            @update:model-value="emit('set', { defaults: { ...category.defaults, counts: $event } })"
          />counts</label
        ><span class="check"
          >families see it
          <Select
            :model-value="visibilities.find((each) => each.value.from === category.defaults.visibility.from)?.value"
            :options="visibilities"
            option-label="words"
            option-value="value"
            :pt="{ label: { 'aria-label': `When families see new work in ${category.name}` } }"
            @update:model-value="emit('set', { defaults: { ...category.defaults, visibility: $event } })"
        /></span>
      </div>
    </fieldset>
  </div>
</template>

<style scoped>
.rules {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 0 20px;
  padding: 0 0 2px 2px;
}
.check {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.gaps {
  gap: 4px 14px;
}
.toggle:disabled {
  opacity: 0.5;
  cursor: default;
}
.count {
  width: 62px;
}
.count :deep(input) {
  text-align: right;
}
</style>
