<script setup lang="ts">
import { useDecisions } from '~/stores/decisions'
import { usePerson } from '~/stores/person'
import { useSaving } from '~/stores/saving'
import { useUnread } from '~/stores/unread'
import { counted } from '~/composables/useWords'
/** Signing out takes everything of this person off this machine; what is not sent yet is asked about first. */
const emit = defineEmits<{ stay: [] }>()

const saving = useSaving()
const decisions = useDecisions()
const unread = useUnread()
const { signOut } = usePerson()
const asks = ref(false)
const busy = ref(false)
const left = computed(() => decisions.aside.length + decisions.conflicts.length)
const SEND_MS = 8000

onMounted(async () => {
  // Another tab may have made it.
  if (await saving.recount()) {
    busy.value = true
    void saving.send()
    await until(() => saving.count === 0 || saving.unreachable).toBeTruthy({ timeout: SEND_MS })
    busy.value = false
  }
  if (saving.count || left.value || unread.entries.length) asks.value = true
  else await signOut()
})
</script>

<template>
  <Dialog
    v-if="asks"
    visible
    modal
    header="Sign out"
    :closable="false"
    :style="{ width: '28rem' }"
    @update:visible="emit('stay')"
  >
    <p v-if="saving.count">
      {{ counted(saving.count, 'change') }} of yours {{ saving.count === 1 ? 'has' : 'have' }} not reached the server.
      Signing out takes {{ saving.count === 1 ? 'it' : 'them' }} off this machine:
      {{ saving.count === 1 ? 'it' : 'they' }}
      would be lost.
    </p>
    <p v-if="left">{{ counted(left, 'thing') }} to decide would be forgotten: see the status line.</p>
    <p v-if="unread.entries.length">
      {{ counted(unread.entries.length, 'entry', 'entries') }} that could not be read would be forgotten: see the status
      line.
    </p>
    <div class="row-of buttons">
      <Button label="Stay signed in" autofocus @click="emit('stay')" />
      <Button label="Sign out and lose it" severity="secondary" @click="signOut" />
    </div>
  </Dialog>
</template>

<style scoped>
.buttons {
  gap: 8px;
  margin-top: 14px;
}
p + p {
  margin-top: 8px;
}
</style>
