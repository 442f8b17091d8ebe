<script setup lang="ts">
import { partsOf } from '#core/kind'
import { storage } from '~/queue/database'
import { useClassStore } from '~/stores/class'
import { useDecisions } from '~/stores/decisions'
import { useSaving } from '~/stores/saving'
import { useUnread } from '~/stores/unread'
import { KeysDialog, NoticesDialog, WaitingDialog } from '~/composables/later'
import { useLastNews } from '~/composables/useNews'
import { shortInstant, counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

const saving = useSaving()
const decisions = useDecisions()
const classStore = useClassStore()
const route = useRoute()
const notices = useNotices()
const noticesShown = ref(false)
const keysShown = ref(false)
const waitingShown = ref(false)
const waits = useTemplateRef('waits')
const home = useTemplateRef('home')

/** What waits for the person, as one count that opens the list of it. */
const toDecide = computed(() => decisions.aside.length + decisions.conflicts.length + saving.stuck.length)
const listShown = computed(() => toDecide.value > 0 || (saving.count > 0 && saving.unreachable))
/** When the list closes, the keyboard goes to what opened it, or where that was. */
function back(): void {
  waitingShown.value = false
  void nextTick(() => (waits.value ?? home.value)?.focus())
}

/** The keys worth remembering, by the last part of the address. */
const hints: Record<string, [key: string, words: string][]> = {
  gradebook: [
    ['l', 'late'],
    ['x', 'excused'],
    ['n', 'note'],
    ['=', 'show work'],
  ],
  proficiency: [
    ['1 to 4', 'your own level'],
    ['o', 'seen today'],
    ['Del', 'clear'],
  ],
  close: [
    ['/', 'search the bank'],
    ['G04 Tab', 'an entry by its code'],
    ['Page ↓', 'next student'],
  ],
}
const shown = computed(() => {
  const [, area, , view] = route.path.split('/')
  return area === 'class' || area === 'course' ? (hints[view || 'gradebook'] ?? []) : []
})

/** What was typed and could not be read, here; a link to the first of them. */
const unread = useUnread()
const firstUnread = computed(() => {
  const [first] = unread.entries
  if (!first) return null
  const [student, assignment] = partsOf(first.id)
  const view = first.kind === 'evidence' ? '/proficiency' : ''
  return { path: `/class/${first.sectionId}${view}`, query: { ...route.query, student, assignment } }
})

const news = useLastNews()

useEventListener('keydown', (event: KeyboardEvent) => {
  const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable]')
  if (event.key === '?' && !typing) keysShown.value = true
})
</script>

<template>
  <div class="status">
    <b ref="home" role="status" tabindex="-1" :class="{ waits: saving.unreachable }">{{ saving.words }}</b>
    <button v-if="listShown" ref="waits" type="button" class="list" @click="waitingShown = true">
      <template v-if="saving.count && saving.unreachable">{{ counted(saving.count, 'change') }} to send</template
      ><template v-if="saving.count && saving.unreachable && toDecide">, </template
      ><template v-if="toDecide">{{ toDecide }} to decide</template>
    </button>
    <NuxtLink v-if="firstUnread" class="list" :to="firstUnread"
      >{{ counted(unread.entries.length, 'entry', 'entries') }} not read</NuxtLink
    >
    <span v-if="storage !== 'keeps'" class="warns" role="status">{{
      storage === 'full'
        ? 'This browser’s storage is full: what you type is sent at once. Free some room.'
        : 'This browser keeps nothing: what you type is sent at once. Leave the page open until it says Saved.'
    }}</span>
    <span v-else-if="classStore.keptSince && route.path.startsWith('/class/')" class="warns" role="status"
      >Without the server: the class as of {{ shortInstant(new Date(classStore.keptSince)) }}, with what you did</span
    >
    <span v-if="news" role="status"
      >Changed just now by {{ news.by
      }}<template v-if="news.to"
        >: <NuxtLink :to="news.to">{{ news.what }}</NuxtLink></template
      ></span
    >
    <button v-if="notices.list.length" type="button" class="plainly" @click="noticesShown = true">
      {{ counted(notices.list.length, 'notice') }}
    </button>
    <span class="hints">
      <span v-for="[key, words] in shown" :key="key"
        ><kbd>{{ key }}</kbd> {{ words }}</span
      >
      <button type="button" @click="keysShown = true"><kbd>?</kbd> all keys</button>
    </span>
    <NoticesDialog v-if="noticesShown" @close="noticesShown = false" />
    <KeysDialog v-if="keysShown" @close="keysShown = false" />
    <WaitingDialog v-if="waitingShown" @close="back" />
  </div>
</template>

<style scoped>
.status {
  height: 26px;
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
b.waits,
.warns,
.list {
  color: var(--shu);
}
b:focus {
  outline: none;
}
.status .list,
.status .plainly {
  text-decoration: underline;
  text-underline-offset: 2px;
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
