<script setup lang="ts">
import { z } from 'zod'
import { connectionsResponse, type Connection } from '#shared/connections'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { shortInstant } from '~/composables/useWords'
import { protocolWords } from '~/words/exchange'
import { sayProblem } from '~/words/sentences/problems'

/** The systems that we speak with: which, whether they work, and how they are reached. */
const { problem, attempt } = useAttempt()
const connections = ref<Connection[]>([])
const edited = ref<Connection | 'new' | null>(null)
const removing = ref<Connection | null>(null)
const ok = z.object({ ok: z.literal(true) })
const load = async () => (connections.value = await ask('/api/connections', connectionsResponse))
onMounted(() => attempt(load))

const remove = () =>
  attempt(async () => {
    await ask(`/api/connections/${removing.value!.id}`, ok, { method: 'DELETE' })
    removing.value = null
    await load()
  })
function health({ isOn, workedAt, failedAt, fault }: Connection): string {
  if (!isOn) return 'Switched off'
  if (fault) return `${sayProblem(fault.code, fault.figures)} ${failedAt ? shortInstant(failedAt) : ''}`
  return workedAt ? `Worked ${shortInstant(workedAt)}` : 'Not asked yet'
}
</script>

<template>
  <section aria-labelledby="connections">
    <h2 id="connections">Connections</h2>
    <p class="soft">
      The systems that the exchange speaks with. The first that is on is asked for rosters and is sent scores and
      grades.
    </p>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <table v-if="connections.length" class="plain">
      <thead>
        <tr>
          <th>System</th>
          <th>Speaks</th>
          <th>Address</th>
          <th>How it is</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in connections" :key="each.id">
          <td>{{ each.name }}</td>
          <td class="soft">{{ protocolWords[each.protocol] }}</td>
          <td class="soft address">{{ each.url }}</td>
          <td :class="{ warn: each.isOn && each.fault }">{{ health(each) }}</td>
          <td class="number buttons">
            <button type="button" class="chip" @click="edited = each">
              {{ each.isSetUp ? 'Try' : 'Change' }}<span class="visually-hidden"> {{ each.name }}</span>
            </button>
            <button v-if="!each.isSetUp" type="button" class="chip" @click="removing = each">
              Remove<span class="visually-hidden"> {{ each.name }}</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="!problem" class="soft">None yet. Add the district's student information system.</p>
    <div><Button label="Add a connection" severity="secondary" @click="edited = 'new'" /></div>
    <ConnectionDialog
      v-if="edited"
      :connection="edited === 'new' ? null : edited"
      @close="edited = null"
      @kept="load"
    />
    <Dialog :visible="removing !== null" modal header="Remove this connection" @update:visible="removing = null">
      <p>{{ removing?.name }} is not asked any more, and its key is deleted. What was exchanged with it stays.</p>
      <template #footer>
        <Button label="Keep it" severity="secondary" autofocus @click="removing = null" />
        <Button label="Remove" @click="remove" />
      </template>
    </Dialog>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
.address {
  overflow-wrap: anywhere;
}
.buttons {
  white-space: nowrap;
}
.buttons .chip + .chip {
  margin-left: 4px;
}
</style>
