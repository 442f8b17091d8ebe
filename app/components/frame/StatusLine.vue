<script setup lang="ts">
const saving = useSaving()
const route = useRoute()
const keysShown = ref(false)

/** The keys worth remembering, by the last part of the address. */
const hints: Record<string, [key: string, words: string][]> = {
  gradebook: [
    ['L', 'late'],
    ['X', 'excused'],
    ['N', 'note'],
    ['=', 'show work'],
  ],
  proficiency: [
    ['1 to 4', 'a level'],
    ['Del', 'clear'],
  ],
  close: [
    ['/', 'search the bank'],
    ['Enter', 'insert'],
    ['↓', 'next student'],
  ],
}
const shown = computed(() => {
  const [, area, , view] = route.path.split('/')
  return area === 'class' || area === 'course' ? (hints[view || 'gradebook'] ?? []) : []
})

const news = useLastNews()

useEventListener('keydown', (event: KeyboardEvent) => {
  const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable]')
  if (event.key === '?' && !typing) keysShown.value = true
})
</script>

<template>
  <div class="status">
    <b role="status" :class="{ waits: saving.unreachable }">{{ saving.words }}</b>
    <span v-if="saving.count && saving.unreachable">{{ counted(saving.count, 'change') }} to send</span>
    <span v-if="news" role="status"
      >Changed just now by {{ news.by
      }}<template v-if="news.to"
        >: <NuxtLink :to="news.to">{{ news.what }}</NuxtLink></template
      ></span
    >
    <span class="hints">
      <span v-for="[key, words] in shown" :key="key"
        ><kbd>{{ key }}</kbd> {{ words }}</span
      >
      <button type="button" @click="keysShown = true"><kbd>?</kbd> all keys</button>
    </span>
    <KeysDialog v-model:visible="keysShown" />
  </div>
</template>

<style scoped>
.status {
  grid-column: 2 / -1;
  border-top: 1px solid var(--line);
  background: var(--paper);
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 0 18px;
  color: var(--soft);
  font-size: 12px;
  white-space: nowrap;
  overflow: hidden;
}
b {
  color: var(--ai5);
  font-weight: 600;
}
b.waits {
  color: var(--shu);
}
.hints {
  margin-left: auto;
  display: flex;
  gap: 10px;
}
button {
  border: 0;
  background: none;
  padding: 0;
  color: inherit;
}
@media (max-width: 760px) {
  .status {
    grid-column: auto;
  }
  .hints span {
    display: none;
  }
}
@media print {
  .status {
    display: none;
  }
}
</style>
