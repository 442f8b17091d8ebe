<script setup lang="ts">
import { z } from 'zod'
import { protocols, triesResponse, type Connection, type Protocol } from '#shared/connections'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { partName, protocolWords } from '~/words/exchange'
import { sayProblem } from '~/words/sentences/problems'

/** One system: how it is reached, and whether that works. A key that is kept is never shown. */
const { problem, busy, attempt } = useAttempt()
const props = defineProps<{ connection: Connection | null }>()
const emit = defineEmits<{ close: []; kept: [] }>()

const id = ref(props.connection?.id ?? null)
const form = reactive({
  name: props.connection?.name ?? '',
  protocol: (props.connection?.protocol ?? 'oneroster-1.2') as Protocol,
  url: props.connection?.url ?? '',
  clientId: props.connection?.clientId ?? '',
  clientSecret: '',
  isOn: props.connection?.isOn ?? true,
})
const isSetUp = computed(() => props.connection?.isSetUp ?? false)
const tries = ref<z.infer<typeof triesResponse> | null>(null)
const keep = () =>
  attempt(async () => {
    if (isSetUp.value) return
    const { clientSecret, ...rest } = form
    const body = { ...rest, url: rest.url.trim(), ...(clientSecret ? { clientSecret } : {}) }
    if (id.value) await ask(`/api/connections/${id.value}`, z.object({ ok: z.literal(true) }), { method: 'PUT', body })
    else id.value = (await ask('/api/connections', z.object({ id: z.string() }), { method: 'POST', body })).id
    emit('kept')
  })
async function keepAndClose(): Promise<void> {
  if (await keep()) emit('close')
}
async function tryIt(): Promise<void> {
  tries.value = null
  if (!(await keep())) return
  await attempt(async () => {
    tries.value = await ask(`/api/connections/${id.value}/try`, triesResponse, { method: 'POST', patienceMs: 120_000 })
  })
  emit('kept')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="connection ? connection.name : 'Add a connection'"
    class="connection"
    @update:visible="emit('close')"
  >
    <p v-if="isSetUp" class="soft">This one comes from the settings of the installation, and is changed there.</p>
    <form v-else id="connection" @submit.prevent="keepAndClose">
      <TextField v-model="form.name" label="Name" autofocus :maxlength="80" />
      <div>
        <label class="label" for="connection-speaks">It speaks</label>
        <select id="connection-speaks" v-model="form.protocol" class="field">
          <option v-for="each in protocols" :key="each" :value="each">{{ protocolWords[each] }}</option>
        </select>
      </div>
      <TextField v-model="form.url" label="Address, with https://" />
      <TextField v-model="form.clientId" label="Our name there" />
      <TextField
        v-model="form.clientSecret"
        type="password"
        autocomplete="new-password"
        :label="connection ? 'Our key there; left empty, the one that is kept stays' : 'Our key there'"
      />
      <label class="row-of"><Checkbox v-model="form.isOn" binary input-id="connection-on" /> It is asked</label>
    </form>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <div role="status">
      <ul v-if="tries">
        <li v-for="each in tries" :key="each.part" :class="{ warn: each.fault }">
          <b>{{ partName(each.part) }}</b>
          {{
            each.fault
              ? sayProblem(each.fault.code, each.fault.figures)
              : each.count === null
                ? 'works'
                : `works, ${each.count} there`
          }}
        </li>
      </ul>
    </div>
    <template #footer>
      <Button
        :label="isSetUp ? 'Try it' : 'Keep and try it'"
        severity="secondary"
        :loading="busy"
        :autofocus="isSetUp"
        @click="tryIt"
      />
      <Button v-if="isSetUp" label="Close" @click="emit('close')" />
      <Button v-else type="submit" form="connection" label="Keep" :loading="busy" />
    </template>
  </Dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
  width: min(440px, 80vw);
}
ul {
  margin: 10px 0 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
li b {
  display: inline-block;
  min-width: 96px;
}
</style>
