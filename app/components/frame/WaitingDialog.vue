<script setup lang="ts">
import { sayWhy } from '~/words/put-aside'
import { partsOf } from '#core/kind'
import type { Change } from '#core/acts/act'
import type { PendingAct } from '~/queue/database'
import { useDecisions } from '~/stores/decisions'
import { useSaving } from '~/stores/saving'
import { useWaiting } from '~/composables/useWaiting'
import { shortInstant, counted } from '~/composables/useWords'

/** What was done on this machine and is not where it should be: not sent yet, too late, or not taken. */
const emit = defineEmits<{ close: [] }>()

const saving = useSaving()
const decisions = useDecisions()
const { know, titleOf, linesOf, textOf, doAgain, actWords } = useWaiting()
const pending = shallowRef<PendingAct[]>([])
const isRead = ref(false)
const copied = ref('')
const LINES = 3

async function read(): Promise<void> {
  pending.value = await saving.all()
  const classes = new Set([...pending.value, ...decisions.aside, ...decisions.conflicts].map((each) => each.sectionId))
  await Promise.all([...classes].map(know))
  isRead.value = true
}
watch([() => saving.count, () => decisions.aside], () => void read(), { immediate: true })

const stuck = computed(() => pending.value.filter(({ act }) => saving.stuck.includes(act.id)))
const waiting = computed(() => pending.value.length - stuck.value.length)
const late = computed(() =>
  decisions.conflicts.map((each) => {
    const [student, assignment] = partsOf(each.id)
    return { ...each, to: { path: `/class/${each.sectionId}`, query: { student, assignment } } }
  }),
)
const isEmpty = computed(() => isRead.value && !pending.value.length && !late.value.length && !decisions.aside.length)

async function copy(id: string, sectionId: string, changes: readonly Change[]): Promise<void> {
  await navigator.clipboard.writeText(textOf(sectionId, changes))
  copied.value = id
}
const changesOf = (each: PendingAct) => each.act.changes as Change[]
</script>

<template>
  <Dialog
    visible
    modal
    header="Not sent, too late, or not taken"
    dismissable-mask
    :style="{ width: '44rem' }"
    @update:visible="emit('close')"
  >
    <p v-if="isEmpty" class="soft">Everything that you did is where it should be.</p>
    <section v-if="pending.length">
      <h3>Waits to be sent</h3>
      <p v-if="waiting" class="soft">
        {{ counted(waiting, 'change') }}, in the order in which you made them. They go by themselves.
        <button type="button" class="chip" @click="saving.send()">Try now</button>
      </p>
      <ul v-if="stuck.length">
        <li v-for="each in stuck" :key="each.act.id">
          <p>
            <b>{{ titleOf(each.sectionId) }}</b>, {{ actWords[each.act.kind] }}. The server stumbles on this one; it is
            tried on, and the others go past it.
          </p>
          <p v-for="line in linesOf(each.sectionId, changesOf(each)).slice(0, LINES)" :key="line.of">
            {{ line.of }}: <span class="soft">{{ line.before }}</span> → {{ line.after }}
          </p>
          <div class="row-of">
            <button type="button" class="chip" @click="copy(each.act.id, each.sectionId, changesOf(each))">
              {{ copied === each.act.id ? 'Copied' : 'Copy' }}
            </button>
            <button type="button" class="chip" @click="saving.forget(new Set([each.act.id])).then(read)">Drop</button>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="late.length">
      <h3>Scores that came too late</h3>
      <p class="soft">Somebody else’s score stands until you decide, in the cell.</p>
      <ul>
        <li v-for="each in late" :key="each.sectionId + each.id" class="line">
          <NuxtLink :to="each.to" @click="emit('close')"
            >{{ titleOf(each.sectionId) }},
            {{ linesOf(each.sectionId, [{ ...each, from: {}, to: each.mine } as Change])[0]!.of }}</NuxtLink
          >
        </li>
      </ul>
    </section>
    <section v-if="decisions.aside.length">
      <h3>Not taken</h3>
      <ul>
        <li v-for="each in decisions.aside" :key="each.act.id + each.why.code">
          <p>
            <b>{{ titleOf(each.sectionId) }}</b>, {{ actWords[each.act.kind] }}, {{ shortInstant(new Date(each.at)) }}.
            {{ sayWhy(each.why) }}
          </p>
          <p v-for="line in linesOf(each.sectionId, each.changes).slice(0, LINES)" :key="line.of">
            {{ line.of }}: <span class="soft">{{ line.before }}</span> → {{ line.after }}
          </p>
          <p v-if="each.changes.length > LINES" class="soft">and {{ each.changes.length - LINES }} more</p>
          <div class="row-of">
            <button type="button" class="chip" @click="copy(each.act.id, each.sectionId, each.changes)">
              {{ copied === each.act.id ? 'Copied' : 'Copy' }}
            </button>
            <button type="button" class="chip" @click="doAgain(each)">Do it again</button>
            <button type="button" class="chip" @click="decisions.putBack(each)">Drop</button>
          </div>
        </li>
      </ul>
    </section>
  </Dialog>
</template>

<style scoped>
section + section {
  margin-top: 18px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  padding: 9px 0;
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 3px;
  overflow-wrap: anywhere;
}
li.line {
  padding: 6px 0;
}
.row-of {
  gap: 6px;
  margin-top: 4px;
}
</style>
