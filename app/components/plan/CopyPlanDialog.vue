<script setup lang="ts">
import { say } from '~/words/say'
import { describeCopy, partNames } from '~/words/plan-copy'
import { copyPlan, planParts, type PlanPart } from '#core/plan/copy-plan'
import type { ClassPlan } from '#shared/plans'
import { useClassStore } from '~/stores/class'
import { holderOf, useNewIds } from '~/composables/usePlanCopies'
import { useBatch, recordsOf } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

/** Copies a plan to other classes, or another class's plan to this one: compared first, then all of it as one act. */
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const notices = useNotices()
const { plans, problem, busy, load, perform } = useBatch()
await load()

const here = classStore.snapshot!.section.id
const classes = computed(() => plans.value?.classes ?? [])
const fromId = ref(here)
const toIds = ref<string[]>([])
const parts = ref<PlanPart[]>([...planParts])
const moves = ref<Record<string, Record<string, string>>>({})

const sources = computed(() =>
  classes.value
    .filter((each) => each.plan !== null)
    .map((each) => ({ id: each.id, words: each.past ? `${each.title}, ${each.year}` : each.title })),
)
const from = computed(() => classes.value.find((each) => each.id === fromId.value))
const targets = computed(() => classes.value.filter((each) => !each.past && each.id !== fromId.value))
watch(fromId, (id) => (toIds.value = id === here ? [] : [here]))

const idFor = useNewIds()
const comparisons = computed(() => {
  if (!from.value || !plans.value) return []
  const source = from.value
  const { policy } = plans.value
  return targets.value
    .filter((each) => toIds.value.includes(each.id))
    .map((each) => ({
      target: each,
      copy: copyPlan(
        holderOf(source),
        holderOf(each),
        planParts.filter((part) => parts.value.includes(part)),
        policy,
        moves.value[each.id] ?? {},
        idFor(each.id),
      ),
    }))
})
const changing = computed(() => comparisons.value.filter(({ copy }) => copy.desired.length))
const destinations = computed(() => [
  ...Object.values(from.value?.categories ?? {})
    .filter((each) => !each.removed)
    .map((each) => ({ id: each.name, words: each.name })),
  { id: 'stay', words: 'stay: keep this category' },
])
const move = (target: string, categoryId: string, to: string) =>
  (moves.value = { ...moves.value, [target]: { ...moves.value[target], [categoryId]: to } })
/** Categories of a target that would vanish with work in them, or stay for its sake. */
const inQuestion = (target: ClassPlan, moved: { categoryId: string }[]) =>
  Object.entries(target.categories)
    .filter(([id]) => moved.some((each) => each.categoryId === id) || moves.value[target.id]?.[id] !== undefined)
    .map(([id, each]) => ({ id, name: each.name }))

async function copy(): Promise<void> {
  const done = await perform(
    'copy plan',
    changing.value.map(({ target, copy: { desired } }) => ({ scope: target.id, records: recordsOf(target), desired })),
  )
  if (!done) return
  notices.say(`The plan was copied to ${counted(changing.value.length, 'class', 'classes')}. Undo takes it back.`)
  emit('close')
}
</script>

<template>
  <Dialog visible modal header="Copy a plan" :style="{ width: '52rem' }" @update:visible="emit('close')">
    <div class="choose">
      <div>
        <span id="copy-from" class="label">From</span>
        <Select
          v-model="fromId"
          ariaLabelledby="copy-from"
          :options="sources"
          option-label="words"
          option-value="id"
          fluid
        />
        <fieldset>
          <legend class="label">To</legend>
          <label v-for="each in targets" :key="each.id" class="check line"
            ><Checkbox v-model="toIds" :value="each.id" />{{ each.title }}</label
          >
        </fieldset>
        <fieldset>
          <legend class="label">What of it</legend>
          <label v-for="part in planParts" :key="part" class="check line"
            ><Checkbox v-model="parts" :value="part" />{{ partNames[part] }}</label
          >
        </fieldset>
      </div>
      <div class="compare" aria-live="polite">
        <p v-if="comparisons.length === 0" class="soft">Choose the classes; what would change in each shows here.</p>
        <section v-for="{ target, copy: each } in comparisons" :key="target.id" :aria-label="target.title">
          <h3>
            {{ target.title }}
            <small>{{ each.changes.length ? counted(each.changes.length, 'change') : 'already the same' }}</small>
          </h3>
          <table v-if="each.changes.length" class="plain">
            <tbody>
              <tr v-for="change in each.changes.map(describeCopy)" :key="change.what">
                <th scope="row">{{ change.what }}</th>
                <td class="soft">{{ change.before }}</td>
                <td>{{ change.after }}</td>
              </tr>
            </tbody>
          </table>
          <div v-for="one in inQuestion(target, each.moved)" :key="one.id" class="check line">
            Assignments of {{ one.name }} go to
            <Select
              :model-value="
                moves[target.id]?.[one.id] ?? each.moved.find((moved) => moved.categoryId === one.id)?.to ?? 'stay'
              "
              :options="destinations"
              option-label="words"
              option-value="id"
              :pt="{ label: { 'aria-label': `Where assignments of ${one.name} go in ${target.title}` } }"
              @update:model-value="move(target.id, one.id, $event)"
            />
          </div>
          <p v-for="why in each.cannot" :key="say(why)" class="ochre small">{{ say(why) }}</p>
        </section>
      </div>
    </div>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
    <template #footer>
      <Button label="Close" severity="secondary" @click="emit('close')" />
      <Button
        :label="changing.length ? `Copy to ${counted(changing.length, 'class', 'classes')}` : 'Copy'"
        :disabled="busy || changing.length === 0"
        @click="copy"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.choose {
  display: grid;
  grid-template-columns: 230px 1fr;
  gap: 24px;
  min-height: 360px;
}
.choose .label:first-child {
  margin-top: 0;
}
.line {
  display: flex;
  padding: 2px 0;
}
.compare {
  max-height: 60vh;
  overflow-y: auto;
}
.compare section + section {
  margin-top: 16px;
}
h3 small {
  color: var(--soft);
  font-weight: 400;
  font-size: 12px;
  margin-left: 6px;
}
.plain th {
  font-size: 12.5px;
  color: var(--ink);
  font-weight: 560;
  border-bottom: 1px solid var(--hair);
  width: 34%;
  vertical-align: top;
}
.plain td {
  font-size: 12.5px;
  width: 33%;
}
.plain td:nth-child(2) {
  text-decoration: line-through;
  text-decoration-color: var(--line);
}
.ochre {
  color: var(--ochre);
  font-weight: 560;
  margin-top: 4px;
}
</style>
