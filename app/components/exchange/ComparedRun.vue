<script setup lang="ts">
import { steps, type Choice, type Step } from '#core/exchange/compare'
import type { ExchangeRun, RunItem } from '#shared/exchange'
import { counted } from '~/composables/useWords'
import { pullWords, stepWords, typeWords, typesWords } from '~/words/exchange'
import { say } from '~/words/say'

/** What a run would do, before it does anything: both sides of each thing, and what is to be decided. */
const props = defineProps<{ run: ExchangeRun; busy: boolean }>()
const emit = defineEmits<{
  decide: [places: number[], choice: Choice | null, remember: Remember]
  send: []
  compare: []
}>()

type Remember = 'no' | 'thing' | 'type'
const isPull = computed(() => props.run.kind === 'pull')
const remember = ref<Remember>('no')
const kind = ref('all')
const search = ref('')
const opened = reactive(new Set<Step>())
const SHOWN = 12

const kinds = computed(() => {
  const present = new Set(props.run.items.map((item) => item.type))
  return [
    { value: 'all', words: 'everything' },
    ...[...present].map((type) => ({ value: type, words: typesWords[type] ?? type })),
  ]
})
const chosen = computed(() => {
  const words = search.value.trim().toLocaleLowerCase()
  return props.run.items.filter(
    (item) => (kind.value === 'all' || item.type === kind.value) && item.title.toLocaleLowerCase().includes(words),
  )
})
/** As each was found: a decision leaves a thing where it stands. */
const foundAs = ({ step, here, there, conflicts, choice }: RunItem): Step => {
  if (choice === null || choice === 'leave') return step
  if (isPull.value && here === null) return 'create'
  return conflicts.length || !here || !there ? 'held' : 'take'
}
const order: Step[] = ['held', 'take', ...steps.filter((step) => step !== 'held' && step !== 'take')]
const groups = computed(() =>
  order.flatMap((step) => {
    const list = chosen.value.filter((item) => foundAs(item) === step)
    return list.length ? [{ step, list, isOpen: step === 'held' || (step === 'take' && !isPull.value) }] : []
  }),
)
const waiting = computed(() => props.run.items.filter((item) => item.state === 'waiting'))
const toTake = computed(() => waiting.value.filter((item) => item.step === 'take').length)
const toSend = computed(() => waiting.value.length - toTake.value)
const held = computed(() => props.run.items.filter((item) => item.state === 'held').length)
const says = computed(() => {
  if (!props.run.items.length)
    return isPull.value ? 'Everything is here as it is there.' : 'The district holds what is here. Nothing to send.'
  if (isPull.value)
    return [
      waiting.value.length ? `${counted(waiting.value.length, 'thing')} to take in.` : 'Nothing to take in.',
      held.value ? `${counted(held.value, 'thing')} for you to decide.` : '',
    ]
      .filter(Boolean)
      .join(' ')
  return [
    toSend.value ? `${counted(toSend.value, 'thing')} to send.` : 'Nothing to send.',
    toTake.value ? `${counted(toTake.value, 'thing')} to take over from there.` : '',
    held.value ? `${counted(held.value, 'thing')} for you to decide.` : '',
  ]
    .filter(Boolean)
    .join(' ')
})
const sendWords = computed(() => {
  if (isPull.value) return `Take in ${counted(waiting.value.length, 'thing')}`
  if (!toSend.value) return `Take over ${counted(toTake.value, 'thing')}`
  return `Send ${counted(toSend.value, 'thing')}${toTake.value ? `, take over ${toTake.value}` : ''}`
})

const decide = (list: readonly RunItem[], choice: Choice | null) =>
  emit(
    'decide',
    list.map((item) => item.place),
    choice,
    choice === null ? 'no' : remember.value,
  )
const choose = (item: RunItem, choice: Choice) => decide([item], item.choice === choice ? null : choice)
/** Whether it can become here what it is there. */
const canTake = ({ type, here, there }: RunItem) =>
  isPull.value || (here !== null && there !== null && type !== 'grade' && type !== 'term')
</script>

<template>
  <section aria-label="Comparison">
    <div class="top">
      <p role="status">{{ says }}</p>
      <Button v-if="waiting.length" :label="sendWords" :loading="busy" @click="emit('send')" />
      <Button v-else label="Compare again" severity="secondary" :loading="busy" @click="emit('compare')" />
    </div>
    <div v-if="run.items.length > 8" class="row-of filters">
      <ChipSelect v-model="kind" label="Which things" :options="kinds" beginning="all" />
      <input v-model="search" class="chip" placeholder="Student or assignment" aria-label="Find in this comparison" />
    </div>

    <template v-if="run.unsendables.length">
      <h2>{{ isPull ? 'Passed over' : 'Cannot be sent' }}, {{ run.unsendables.length }}</h2>
      <table class="plain">
        <tbody>
          <tr v-for="each in run.unsendables" :key="each.assignmentId + each.title">
            <td>
              <template v-if="!each.assignmentId">{{ each.title }}</template>
              <NuxtLink v-else :to="{ path: `/class/${run.sectionId}`, query: { edit: each.assignmentId } }">{{
                each.title
              }}</NuxtLink>
            </td>
            <td class="warn">{{ say(each.reason) }}</td>
          </tr>
        </tbody>
      </table>
    </template>

    <template v-for="{ step, list, isOpen } in groups" :key="step">
      <div class="head">
        <h2>{{ (isPull ? pullWords : stepWords)[step] }}, {{ list.length }}</h2>
        <div v-if="isOpen" class="row-of">
          <label class="row-of soft"
            >Decide
            <select v-model="remember" class="chip" aria-label="For how long a decision is">
              <option value="no">for this time</option>
              <option value="thing">for good, for this one</option>
              <option value="type">for good, for all of its kind here</option>
            </select></label
          >
          <button v-if="list.some(canTake)" type="button" class="chip" @click="decide(list.filter(canTake), 'theirs')">
            Theirs for all
          </button>
          <button type="button" class="chip" @click="decide(list, 'mine')">Mine for all</button>
        </div>
      </div>
      <p v-if="step === 'held'" class="soft">
        {{
          isPull
            ? 'You changed these here, and they changed there since. They stay as they are until you decide.'
            : 'Nothing is sent of these until you decide. What is there stays.'
        }}
      </p>
      <p v-else-if="step === 'take' && !isPull" class="soft">
        These changed in the district's system alone, and are taken over into your gradebook when you send.
      </p>
      <table class="plain">
        <thead>
          <tr>
            <th class="kind" />
            <th>What</th>
            <th>There</th>
            <th>Here</th>
            <th v-if="isOpen">Agreed before</th>
            <th class="choose"><span class="visually-hidden">Decide</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="item in opened.has(step) ? list : list.slice(0, SHOWN)" :key="item.place" :class="item.state">
            <td class="soft kind">{{ typeWords[item.type] }}</td>
            <td>
              <a v-if="item.link" :href="item.link" target="_blank" rel="noopener noreferrer">{{ item.title }}</a>
              <template v-else>{{ item.title }}</template>
            </td>
            <td><SideOfThing :item="item" side="there" /></td>
            <td><SideOfThing :item="item" side="here" /></td>
            <td v-if="isOpen" class="soft"><SideOfThing :item="item" side="base" /></td>
            <td class="choose">
              <template v-if="isOpen">
                <button
                  v-if="canTake(item)"
                  type="button"
                  class="chip"
                  :aria-pressed="item.choice === 'theirs' || (item.choice === null && step === 'take')"
                  :aria-label="`Theirs: ${item.title}`"
                  @click="choose(item, 'theirs')"
                >
                  Theirs
                </button>
                <button
                  type="button"
                  class="chip"
                  :aria-pressed="item.choice === 'mine'"
                  :aria-label="`Mine: ${item.title}`"
                  @click="choose(item, 'mine')"
                >
                  Mine
                </button>
              </template>
              <button
                type="button"
                class="chip"
                :aria-pressed="item.choice === 'leave'"
                :aria-label="`Leave out: ${item.title}`"
                @click="choose(item, 'leave')"
              >
                Leave out
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="list.length > SHOWN && !opened.has(step)" type="button" class="chip more" @click="opened.add(step)">
        Show all {{ list.length }}
      </button>
    </template>
    <p v-if="run.items.length && !groups.length" class="soft">Nothing here is called so.</p>
  </section>
</template>

<style scoped>
section {
  max-width: 980px;
  display: grid;
  gap: 8px;
  padding-top: 12px;
}
.top,
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
.head {
  margin-top: 12px;
  flex-wrap: wrap;
}
h2 {
  margin: 0;
}
.filters,
.row-of {
  gap: 6px;
}
.kind {
  width: 92px;
}
.choose {
  width: 1px;
  white-space: nowrap;
  text-align: right;
}
.choose .chip + .chip {
  margin-left: 4px;
}
tr.left td:not(.choose) {
  opacity: 0.55;
}
td {
  vertical-align: baseline;
}
.more {
  justify-self: start;
}
</style>
