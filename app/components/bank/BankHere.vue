<script setup lang="ts">
import type { BankEntry } from '#core/remarks/bank-entry'
import type { Student } from '#core/section'

/** What a search in the middle of a remark finds, under it. The keyboard stays in the text. */
const props = defineProps<{ entries: readonly BankEntry[]; at: number; student: Student }>()
const emit = defineEmits<{ choose: [entry: BankEntry] }>()
const list = useTemplateRef('list')
watch(
  () => props.at,
  (at) => list.value?.children[at]?.scrollIntoView({ block: 'nearest' }),
)
</script>

<template>
  <ul id="bank-here" ref="list" role="listbox" aria-label="Entries found">
    <li
      v-for="(entry, place) in entries"
      :id="`here-${entry.id}`"
      :key="entry.id"
      role="option"
      :aria-selected="place === at"
      @mousedown.prevent
      @click.stop="emit('choose', entry)"
    >
      <code>{{ entry.code }}</code> <ResolvedEntry :text="entry.text" :student="student" />
    </li>
    <li v-if="!entries.length" class="soft" role="option" aria-selected="false">
      No entry has all these words. Esc takes them away.
    </li>
  </ul>
</template>

<style scoped>
ul {
  position: absolute;
  left: 8px;
  right: 8px;
  z-index: 3;
  margin: 2px 0 0;
  padding: 4px;
  list-style: none;
  max-height: 210px;
  overflow-y: auto;
  background: var(--field);
  border: 1px solid var(--edge);
  border-radius: 8px;
  box-shadow: 0 6px 18px rgb(20 26 60 / 22%);
}
li {
  padding: 4px 7px;
  border-radius: 5px;
  cursor: pointer;
  line-height: 1.3;
}
li[aria-selected='true'] {
  background: var(--ai1);
  box-shadow: inset 2px 0 0 var(--ai4);
}
code {
  font: inherit;
  font-weight: 600;
  margin-right: 5px;
}
</style>
