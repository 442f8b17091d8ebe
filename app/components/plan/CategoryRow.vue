<script setup lang="ts">
import { dropRules, type Category } from '#core/plan/category'
import { describeCategory, describeVisibility } from '~/words/plan'
import type { Listed } from '#core/plan/rules'
import { counted } from '~/composables/useWords'
import { readers } from '~/composables/useReaders'

/** One category of the plan: its weight in the row, everything else under it when it is opened. */
const props = defineProps<{
  category: Listed<Category>
  weight: string
  /** What all weights come to. */
  sum: number
  /** What the weight comes to now, of 100; null while it has no result. */
  acts: number | null
  items: number
  /** The most items that any period has in it. */
  fullest: number
  method: 'categories' | 'points' | 'assignments' | 'none'
}>()
const emit = defineEmits<{
  set: [to: Partial<Category>]
  weigh: [weight: string]
  remove: []
  move: [by: number]
  grab: []
  over: []
  drop: []
}>()

const open = ref(false)
const tints = 6
/** As it is in the period looked at, which may have weights of its own. */
const words = computed(() =>
  describeCategory({ ...props.category, weight: props.weight }, { method: props.method }, props.sum),
)
const effectiveWords = computed(() => {
  if (!props.category.counts) return 'in no grade'
  if (props.method !== 'categories') return '–'
  if (props.category.extraCredit) return 'adds'
  return props.acts === null ? 'no scores yet' : props.acts.toFixed(1)
})
const tooMany = computed(
  () => props.category.dropCount > 0 && props.items > 0 && props.category.dropCount >= props.fullest,
)

const visibilities = [
  { from: 'now' as const },
  { from: 'due date' as const },
  { from: 'days before' as const, days: 3 },
  { from: 'never' as const },
].map((value) => ({ value, words: describeVisibility(value) }))

function nudge(event: KeyboardEvent): void {
  const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
  if (!by) return
  event.preventDefault()
  emit('move', by)
}
</script>

<template>
  <tr
    class="category"
    :class="{ idle: !category.active || !category.counts }"
    @dragover.prevent="emit('over')"
    @drop.prevent="emit('drop')"
  >
    <td>
      <button
        type="button"
        class="grip"
        draggable="true"
        :aria-label="`Move ${category.name}: arrow up or down`"
        title="Drag, or arrow keys"
        @dragstart="emit('grab')"
        @keydown="nudge"
      >
        <i class="pi pi-bars" aria-hidden="true" />
      </button>
    </td>
    <td>
      <button
        type="button"
        class="swatch"
        :style="{ background: `var(--tint-${category.tint})` }"
        title="Next tint"
        @click="emit('set', { tint: (category.tint % tints) + 1 })"
      >
        <span class="visually-hidden">Tint {{ category.tint }} of {{ tints }}, {{ category.name }}</span>
      </button>
    </td>
    <td>
      <KeptField
        :value="category.name"
        :label="`Name of ${category.name}`"
        :read="readers.categoryName"
        :maxlength="120"
        @keep="emit('set', { name: $event })"
      />
    </td>
    <td>
      <KeptField
        :value="category.shortName"
        :label="`Short name of ${category.name}`"
        :read="readers.categoryShortName"
        :maxlength="12"
        @keep="emit('set', { shortName: $event })"
      />
    </td>
    <td>
      <KeptField
        :value="weight"
        :label="`Weight of ${category.name}`"
        :read="readers.weight"
        inputmode="decimal"
        class="weight"
        @keep="emit('weigh', $event)"
      />
    </td>
    <td class="number acts">{{ effectiveWords }}</td>
    <td class="number acts">{{ items }}</td>
    <td class="ends">
      <button
        type="button"
        class="toggle"
        :aria-expanded="open"
        :aria-label="`${open ? 'Close' : 'Open'} the rules of ${category.name}`"
        @click="open = !open"
      >
        <i :class="open ? 'pi pi-chevron-up' : 'pi pi-chevron-down'" aria-hidden="true" /></button
      ><button type="button" class="toggle" :aria-label="`Delete ${category.name}`" @click="emit('remove')">
        <i class="pi pi-times" aria-hidden="true" />
      </button>
    </td>
  </tr>
  <tr class="more" :class="{ open }">
    <td colspan="2" />
    <td colspan="6">
      <p class="said">{{ words }}</p>
      <p v-if="tooMany" class="warn">
        It drops {{ category.dropCount }}, and no period has more than {{ counted(fullest, 'item') }} in it: without
        <q>keep one</q> it has no result until there are more.
      </p>
      <div v-if="open" class="rules">
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
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: middle;
  padding: 4px 6px;
  border: 0;
}
.category td {
  padding-top: 6px;
}
.more td {
  padding-top: 0;
  border-bottom: 1px solid var(--hair);
}
.more.open td:last-child {
  padding-bottom: 12px;
}
.said {
  color: var(--soft);
  font-size: 12px;
  padding-left: 2px;
}
.idle .acts {
  font-style: italic;
}
.grip {
  border: 0;
  background: none;
  color: var(--soft);
  cursor: grab;
  padding: 4px;
  border-radius: 4px;
}
.grip .pi {
  font-size: 11px;
}
.acts {
  color: var(--soft);
}
.ends {
  white-space: nowrap;
  text-align: right;
}
.ends .toggle + .toggle {
  margin-left: 4px;
}
.weight :deep(input),
.count :deep(input) {
  text-align: right;
}
.count {
  width: 62px;
}
.swatch {
  width: 20px;
  height: 20px;
  border-radius: 5px;
  border: 1px solid var(--line);
  display: block;
}
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
</style>
