<script setup lang="ts">
import { resolvePieces, searchBank } from '#core/remarks/bank'
import type { Student } from '#core/section'
import { useClassStore } from '~/stores/class'

const props = defineProps<{ student: Student }>()
const emit = defineEmits<{ insert: [text: string]; back: [] }>()

const classStore = useClassStore()
const typed = useState('bank-search', () => '')
const field = useTemplateRef('field')
const at = ref(0)
watch(typed, () => (at.value = 0))
const found = computed(() => searchBank(classStore.snapshot!.bank, typed.value))

const marked = computed(() => found.value[at.value])
const list = useTemplateRef('list')
/** The keyboard stays in the search; what Enter inserts is marked in the list. */
function step(by: number): void {
  at.value = Math.min(found.value.length - 1, Math.max(0, at.value + by))
  list.value?.children[at.value]?.scrollIntoView({ block: 'nearest' })
}
function insertMarked(): void {
  if (marked.value) emit('insert', marked.value.text)
}
defineExpose({ focus: () => field.value?.focus() })

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== '/' || (event.target as HTMLElement).closest('input, textarea, [role=dialog]')) return
  event.preventDefault()
  field.value?.focus()
})
</script>

<template>
  <div>
    <div class="search">
      <input
        ref="field"
        v-model="typed"
        type="search"
        placeholder="Search the bank"
        aria-label="Search the bank by any word or code"
        autocomplete="off"
        role="combobox"
        aria-expanded="true"
        aria-controls="bank"
        :aria-activedescendant="marked ? `bank-${marked.id}` : undefined"
        @keydown.enter.prevent="insertMarked"
        @keydown.down.exact.prevent="step(1)"
        @keydown.up.exact.prevent="step(-1)"
        @keydown.esc.prevent="emit('back')"
      />
      <kbd>/</kbd>
    </div>
    <ul id="bank" ref="list" class="bank" role="listbox" aria-label="Comment bank">
      <li
        v-for="(entry, place) in found"
        :id="`bank-${entry.id}`"
        :key="entry.id"
        role="option"
        :aria-selected="place === at"
        @mousedown.prevent
        @click="emit('insert', entry.text)"
      >
        <i :class="entry.starred ? 'pi pi-star-fill' : 'pi pi-star'" aria-hidden="true" /><span
          v-if="entry.starred"
          class="visually-hidden"
          >Starred.
        </span>
        <code>{{ entry.code }}</code>
        <template v-for="(piece, index) in resolvePieces(entry.text, props.student)" :key="index"
          ><mark v-if="piece.from">{{ piece.text }}</mark
          ><template v-else>{{ piece.text }}</template></template
        >
      </li>
    </ul>
    <p v-if="found.length === 0" class="soft small none">No entry has all these words.</p>
  </div>
</template>

<style scoped>
.search {
  border: 1px solid var(--edge);
  border-radius: 7px;
  background: var(--field);
  padding: 0 9px 0 0;
  display: flex;
  align-items: center;
  margin-top: 12px;
}
.search input {
  border: 0;
  background: none;
  flex: 1;
  padding: 4px 9px;
  min-width: 0;
  border-radius: 7px;
}
.search input::placeholder {
  color: var(--soft);
}
.bank {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
  max-height: 300px;
  overflow-y: auto;
}
.bank li {
  cursor: pointer;
  border: 1px solid var(--line);
  background: var(--field);
  border-radius: 7px;
  padding: 6px 8px 6px 26px;
  position: relative;
  font-size: 12.5px;
  line-height: 1.32;
}
.bank li[aria-selected='true'] {
  border-color: var(--ai4);
}
.bank li:hover {
  border-color: var(--ai3);
  background: var(--ai1);
}
.bank i {
  position: absolute;
  left: 8px;
  top: 8px;
  font-size: 11px;
  color: var(--soft);
}
.bank .pi-star-fill {
  color: var(--ai4);
}
code {
  font:
    600 11px 'Commissioner Variable',
    sans-serif;
  color: var(--ai4);
  float: right;
  margin-left: 6px;
}
.dark code {
  color: var(--ai4);
}
mark {
  background: var(--ai2);
  border-radius: 3px;
  padding: 0 2px;
  color: inherit;
}
.none {
  margin-top: 8px;
}
</style>
