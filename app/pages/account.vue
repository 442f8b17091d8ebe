<script setup lang="ts">
import { say } from '~/words/say'
import { fieldFault } from '#core/fields'
import { z } from 'zod'
import { passwordRequest, sessionsResponse, type OwnSession } from '#shared/person'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { shortInstant } from '~/composables/useWords'

const sessions = ref<OwnSession[]>([])
const present = ref('')
const next = ref('')
const again = ref('')
const message = ref('')
const tried = ref(false)
const { problem, busy, attempt } = useAttempt()
const list = useTemplateRef('list')
const ok = z.object({ ok: z.literal(true) })

useHead({ title: 'Your sign-ins · Yukata' })
const load = () => attempt(async () => void (sessions.value = await ask('/api/sessions', sessionsResponse)))
onMounted(load)

async function end(id: string): Promise<void> {
  await attempt(async () => void (await ask(`/api/sessions/${id}/end`, ok, { method: 'POST' })))
  await load()
  await nextTick()
  list.value?.focus()
}

const fault = computed(() => {
  const parsed = passwordRequest.safeParse({ present: present.value, next: next.value })
  if (!parsed.success) return say(fieldFault(parsed.error.issues[0]))
  return next.value === again.value ? '' : 'The new password and its repetition differ.'
})

async function change(): Promise<void> {
  tried.value = true
  message.value = ''
  if (fault.value) return
  await attempt(async () => {
    await ask('/api/auth/password', ok, { method: 'POST', body: { present: present.value, next: next.value } })
    present.value = next.value = again.value = ''
    tried.value = false
    message.value = 'Your password is changed. Every other sign-in of yours has ended.'
    sessions.value = await ask('/api/sessions', sessionsResponse)
  })
}
</script>

<template>
  <main id="work" class="page">
    <h1>Your sign-ins</h1>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <section>
      <h2 ref="list" tabindex="-1">Where you are signed in</h2>
      <p class="soft">One that you do not know: end it, then change your password.</p>
      <table class="plain">
        <thead>
          <tr>
            <th>On</th>
            <th>Since</th>
            <th>Last used</th>
            <th><span class="visually-hidden">End it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in sessions" :key="each.id">
            <td>{{ each.device }}<b v-if="each.here" class="here">here</b></td>
            <td class="soft">{{ shortInstant(new Date(each.begunAt)) }}</td>
            <td class="soft">{{ shortInstant(new Date(each.seenAt)) }}</td>
            <td class="number">
              <button v-if="!each.here" type="button" class="chip" @click="end(each.id)">
                End<span class="visually-hidden"> the sign-in on {{ each.device }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section>
      <h2>Change your password</h2>
      <form @submit.prevent="change">
        <TextField v-model="present" label="Present password" type="password" autocomplete="current-password" />
        <TextField v-model="next" label="New password" type="password" autocomplete="new-password" />
        <TextField v-model="again" label="New password, once more" type="password" autocomplete="new-password" />
        <p v-if="tried && fault" class="warn" role="alert">{{ fault }}</p>
        <p v-if="message" role="status">{{ message }}</p>
        <Button type="submit" label="Change it" :loading="busy" />
      </form>
    </section>
  </main>
</template>

<style scoped>
section {
  padding-top: 20px;
  max-width: 640px;
  display: grid;
  gap: 8px;
}
form {
  display: grid;
  max-width: 340px;
  gap: 4px;
}
form .p-button {
  margin-top: 12px;
  justify-self: start;
}
.here {
  margin-left: 8px;
  color: var(--ai5);
  font-weight: 600;
  font-size: 11.5px;
}
h2:focus {
  outline: none;
}
</style>
