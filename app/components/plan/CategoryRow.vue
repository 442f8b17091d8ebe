<script setup lang="ts">
import type { Category } from '#core/plan/category'
import { proposedShortName } from '#core/scores/short-name'
import { describeCategory } from '~/words/plan'
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
  acts: string | null
  items: number
  /** The most items that any period has in it. */
  fullest: number
  method: 'categories' | 'points' | 'assignments' | 'none'
  /** The short names of the other categories. */
  taken: string[]
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
  return props.acts ?? 'no scores yet'
})
const tooMany = computed(
  () => props.category.dropCount > 0 && props.items > 0 && props.category.dropCount >= props.fullest,
)

/** A short name that nobody typed follows the name. */
function rename(name: string): void {
  const { shortName } = props.category
  const follows = /^Cat \d+$/.test(shortName) || shortName === proposedShortName(props.category.name)
  emit('set', follows ? { name, shortName: proposedShortName(name, props.taken) } : { name })
}

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
    :data-made="category.id"
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
        @keep="rename"
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
      <CategoryRules v-if="open" :category="category" :method="method" @set="emit('set', $event)" />
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
.weight :deep(input) {
  text-align: right;
}
.swatch {
  width: 20px;
  height: 20px;
  border-radius: 5px;
  border: 1px solid var(--line);
  display: block;
}
</style>
