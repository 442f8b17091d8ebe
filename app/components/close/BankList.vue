<script setup lang="ts">
import { resolvePieces, searchBank } from '#core/remarks/bank'
import type { Student } from '#core/section'
import { useClassStore } from '~/stores/class'

const props = defineProps<{ student: Student }>()
const emit = defineEmits<{ insert: [text: string]; next: [] }>()

const classStore = useClassStore()
const typed = useState('bank-search', () => '')
const field = useTemplateRef('field')
const found = computed(() => searchBank(classStore.snapshot!.bank, typed.value))

function insertFirst(): void {
  if (found.value[0]) emit('insert', found.value[0].text)
}

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== '/' || (event.target as HTMLElement).closest('input, textarea')) return
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
        @keydown.enter.prevent="insertFirst"
        @keydown.down.prevent="emit('next')"
      />
      <kbd>/</kbd>
    </div>
    <ul class="bank" aria-label="Comment bank">
      <li v-for="entry in found" :key="entry.id">
        <button type="button" @click="emit('insert', entry.text)">
          <i :class="entry.starred ? 'pi pi-star-fill' : 'pi pi-star'" aria-hidden="true" /><span
            v-if="entry.starred"
            class="visually-hidden"
            >Starred.
          </span>
          <code>{{ entry.code }}</code>
          <template v-for="(piece, at) in resolvePieces(entry.text, props.student)" :key="at"
            ><mark v-if="piece.from">{{ piece.text }}</mark
            ><template v-else>{{ piece.text }}</template></template
          >
        </button>
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
.bank button {
  width: 100%;
  text-align: left;
  border: 1px solid var(--line);
  background: var(--field);
  border-radius: 7px;
  padding: 6px 8px 6px 26px;
  position: relative;
  font-size: 12.5px;
  line-height: 1.32;
}
.bank button:hover {
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
