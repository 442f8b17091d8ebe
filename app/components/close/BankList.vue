<script setup lang="ts">
import { jointId } from '#core/kind'
import type { BankEntry } from '#core/remarks/bank-entry'
import { asksForSomething, suitsStudent } from '#core/remarks/suits'
import { countUses } from '#core/remarks/uses'
import { counted } from '~/composables/useWords'
import { useClassBank } from '~/composables/useClassBank'
import type { CloseLine } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'

const props = defineProps<{ line: CloseLine }>()
const emit = defineEmits<{ insert: [entry: BankEntry]; back: [] }>()

const classStore = useClassStore()
const { star, find } = useClassBank()
const typed = useState('bank-search', () => '')
const field = useTemplateRef('field')
const at = ref(0)
watch(typed, () => (at.value = 0))
const found = computed(() => find(typed.value, props.line.facts))
/** How many remarks of the period have each entry. */
const uses = computed(() => {
  const { students, period } = classStore
  return countUses(
    found.value,
    students.map(({ id }) => classStore.get('remark', jointId(id, period!.id)).text),
  )
})

const asks = ({ suits: of }: BankEntry) => asksForSomething(of)
const suits = ({ suits: of }: BankEntry) => suitsStudent(of, props.line.facts)
const marked = computed(() => found.value[at.value])
const list = useTemplateRef('list')
/** The keyboard stays in the search; what Enter inserts is marked in the list. */
function step(by: number): void {
  at.value = Math.min(found.value.length - 1, Math.max(0, at.value + by))
  list.value?.children[at.value]?.scrollIntoView({ block: 'nearest' })
}
function insertMarked(): void {
  if (marked.value) emit('insert', marked.value)
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
        @keydown.ctrl.enter.exact.prevent="marked && star(marked)"
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
        @click="emit('insert', entry)"
      >
        <!-- An entry of a list holds no button: the keyboard stars the marked one by Ctrl and Enter. -->
        <span
          class="star"
          aria-hidden="true"
          :title="entry.starred ? 'Starred: it comes first' : 'Star it: it comes first'"
          @click.stop="star(entry)"
          ><i :class="entry.starred ? 'pi pi-star-fill' : 'pi pi-star'" /></span
        ><span v-if="entry.starred" class="visually-hidden">Starred. </span>
        <code>{{ entry.code }}</code>
        <ResolvedEntry :text="entry.text" :student="line.student" />
        <small v-if="uses.get(entry.id) || (asks(entry) && suits(entry))">{{
          [
            asks(entry) && suits(entry) ? 'suits' : '',
            uses.get(entry.id) ? `in ${counted(uses.get(entry.id)!, 'remark')}` : '',
          ]
            .filter(Boolean)
            .join(', ')
        }}</small>
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
.star {
  position: absolute;
  left: 2px;
  top: 3px;
  width: 24px;
  height: 24px;
  display: grid;
  place-items: center;
  font-size: 11px;
  color: var(--soft);
}
.star .pi-star-fill {
  color: var(--ai4);
}
small {
  display: block;
  color: var(--soft);
  font-size: 11px;
}
code {
  font:
    600 11px 'Commissioner Variable',
    sans-serif;
  color: var(--ai4);
  float: right;
  margin-left: 6px;
}
.none {
  margin-top: 8px;
}
</style>
