<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { nameOfStandard, standardTree } from '#core/proficiency/standards'
import type { Standard } from '#core/section'
import { useClassStore } from '~/stores/class'
import { shortDay } from '~/composables/useWords'

/**
 * Chooses standards of the class, however many there are: by words or code, or in their tree; what this class used last
 * stands first.
 */
const chosen = defineModel<string[]>({ required: true })
const props = withDefaults(defineProps<{ label?: string; one?: boolean }>(), { label: 'Standards', one: false })
const classStore = useClassStore()

/** So few are all shown. */
const FEW = 8
const RECENT = 4

const all = computed(() => standardsOf(classStore.structure!))
const tree = computed(() => standardTree(all.value))
const depthOf = (each: Standard): number => {
  const parent = each.parentId === null ? undefined : tree.value.get(each.parentId)
  return parent && parent.id !== each.id ? Math.min(3, depthOf(parent) + 1) : 0
}
const recent = computed(() => {
  const used = classStore.assignments.toReversed().flatMap((each) => each.standardIds)
  return [...new Set(used)].slice(0, RECENT).flatMap((id) => tree.value.get(id) ?? [])
})
const typed = ref('')
const found = computed(() => {
  const words = typed.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
  const inOrder = tree.value.roots.flatMap((each) => tree.value.within(each.id))
  const isOffered = (each: Standard) => each.withdrawnOn === null || chosen.value.includes(each.id)
  const offered = inOrder.filter(isOffered)
  if (words.length)
    return offered
      .filter((standard) =>
        words.every((word) => `${standard.code} ${standard.statement}`.toLowerCase().includes(word)),
      )
      .map((standard) => ({ standard, depth: 0 }))
  return offered.map((standard) => ({ standard, depth: depthOf(standard) }))
})
/** What is at hand without looking: used last, and not chosen already. */
const atHand = computed(() =>
  recent.value.filter((each) => each.withdrawnOn === null && !chosen.value.includes(each.id)),
)
function set(id: string, isIn: boolean): void {
  if (props.one) chosen.value = isIn ? [id] : []
  else chosen.value = isIn ? [...chosen.value, id] : chosen.value.filter((each) => each !== id)
}
/** Enter in the search takes the one that is meant: the first found. */
function takeFirst(): void {
  const first = typed.value.trim() ? found.value[0]?.standard : undefined
  if (!first) return
  set(first.id, !chosen.value.includes(first.id))
  typed.value = ''
}
</script>

<template>
  <fieldset class="picker">
    <legend class="label">{{ label }}</legend>
    <ul v-if="chosen.length && all.length > FEW" class="chosen" aria-label="Chosen">
      <li v-for="id in chosen" :key="id">
        <button type="button" class="chip" :title="`Take off ${tree.get(id)?.statement ?? ''}`" @click="set(id, false)">
          {{ tree.get(id) ? nameOfStandard(tree.get(id)!) : 'gone' }} <i class="pi pi-times" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <input
      v-if="all.length > FEW"
      v-model="typed"
      class="field"
      type="search"
      placeholder="Find by code or word"
      :aria-label="`Find ${label.toLowerCase()}`"
      autocomplete="off"
      @keydown.enter.prevent="takeFirst"
    />
    <p v-if="all.length > FEW && atHand.length && !typed" class="row-of">
      <span class="soft small">used last</span>
      <button
        v-for="each in atHand"
        :key="each.id"
        type="button"
        class="chip"
        :title="each.statement"
        :aria-label="`Choose ${nameOfStandard(each)}, used last`"
        @click="set(each.id, true)"
      >
        {{ nameOfStandard(each) }}
      </button>
    </p>
    <div class="list" :class="{ long: all.length > FEW }">
      <template v-for="each in found" :key="each.standard.id">
        <label
          class="standard"
          :style="{ paddingLeft: `${each.depth * 14}px` }"
          :class="{ area: tree.childrenOf(each.standard.id).length }"
          ><Checkbox
            :model-value="chosen.includes(each.standard.id)"
            binary
            :input-id="`s-${each.standard.id}`"
            @update:model-value="set(each.standard.id, $event)"
          /><span
            ><b>{{ each.standard.code }}</b> {{ each.standard.statement }}
            <small v-if="each.standard.withdrawnOn" class="warn"
              >withdrawn {{ shortDay(each.standard.withdrawnOn) }}</small
            ></span
          ></label
        >
      </template>
      <p v-if="found.length === 0" class="soft">No standard of this class has these words.</p>
    </div>
  </fieldset>
</template>

<style scoped>
.chosen {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 0 0 6px;
  padding: 0;
}
.field {
  width: 100%;
  max-width: none;
  margin-bottom: 6px;
}
.long {
  max-height: 220px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 4px 8px;
}
.standard {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 3px 0;
  font-size: 12.5px;
  line-height: 1.3;
}
.area {
  font-weight: 560;
}
</style>
