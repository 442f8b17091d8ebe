<script setup lang="ts">
import { blanks } from '#core/kinds'
import { same } from '#core/same'
import type { Desired } from '#core/desired'
import { scaleFaults } from '#core/scales/faults'
import type { ScaleStep } from '#core/scales/grading'
import { useClassStore } from '~/stores/class'
import { useBatch } from '~/composables/useBatch'
import { readers } from '~/composables/useReaders'
import { type ScaleDraft, draftOf, stepsOf } from '~/composables/useScaleDraft'
import { counted } from '~/composables/useWords'

/** Scales: look at one, change one of your own, or make one. Changing one that is in use says which classes it touches. */
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const { plans, problem, busy, load, perform } = useBatch()
await load()

const chosen = ref(classStore.plan!.scale.id ?? '')
const draft = ref<ScaleDraft>(draftFor(chosen.value))
const tried = ref(false)

const scales = computed(() => plans.value?.scales ?? [])
const original = computed(() => scales.value.find((each) => each.id === draft.value.id) ?? null)
const mine = computed(() => draft.value.id === null || original.value?.owner === 'mine')

function draftFor(id: string): ScaleDraft {
  return draftOf(plans.value?.scales.find((each) => each.id === id) ?? classStore.plan!.scale)
}
function look(id: string): void {
  chosen.value = id
  draft.value = draftFor(id)
  tried.value = false
}
// The same new scale sent again, as after a lost answer, is the same.
let newId: string = crypto.randomUUID()
function copy(): void {
  newId = crypto.randomUUID()
  draft.value = { ...draft.value, id: null, name: `${draft.value.name}, mine` }
  tried.value = false
}
const steps = computed(() => stepsOf(draft.value, original.value))
const faults = computed(() => scaleFaults(steps.value))
const grave = computed(() => faults.value.filter((each) => each.severity === 'fault').length)
const nameFault = computed(() => {
  const read = readers.scaleName(draft.value.name)
  return 'problem' in read ? read.problem : ''
})

/** Classes whose plan holds a copy of this scale. */
const users = computed(() =>
  (plans.value?.classes ?? []).filter((each) => !each.past && each.plan?.scale.id === draft.value.id),
)
const unchanged = computed(
  () => original.value !== null && original.value.name === draft.value.name && same(original.value.steps, steps.value),
)

async function keep(): Promise<void> {
  tried.value = true
  if (grave.value || nameFault.value || !plans.value) return
  const id = draft.value.id ?? newId
  const kept = { name: draft.value.name.trim(), steps: steps.value }
  const copyOf = { id, ...kept }
  const here = classStore.snapshot!.section.id
  const touched = plans.value.classes.filter((each) =>
    draft.value.id === null ? each.id === here : users.value.includes(each),
  )
  const done = await perform('scale', [
    {
      scope: 'user',
      records: { scale: original.value ? { [id]: { ...blanks.scale, ...pick(original.value), removed: false } } : {} },
      desired: [{ kind: 'scale', id, to: { ...kept, removed: false } }],
    },
    ...touched.map((each) => ({
      scope: each.id,
      records: { plan: each.plan ? { [each.id]: each.plan } : {} },
      desired: [{ kind: 'plan', id: each.id, to: { scale: copyOf } }] satisfies Desired[],
    })),
  ])
  if (!done) return
  await classStore.readAgain()
  emit('close')
}
const pick = ({ name, steps: own }: { name: string; steps: ScaleStep[] }) => ({ name, steps: own })
</script>

<template>
  <Dialog visible modal header="Grading scales" :style="{ width: '46rem' }" @update:visible="emit('close')">
    <div class="two">
      <ul class="list" aria-label="Scales">
        <li v-for="each in scales" :key="each.id">
          <button type="button" :aria-pressed="each.id === draft.id" @click="look(each.id)">
            {{ each.name }}<small>{{ each.owner === 'mine' ? 'yours' : 'of the district' }}</small>
          </button>
        </li>
      </ul>
      <div class="editor">
        <template v-if="mine">
          <TextField v-model="draft.name" label="Name" :maxlength="60" :problem="tried ? nameFault : ''" />
        </template>
        <h3 v-else>{{ draft.name }}</h3>
        <ScaleSteps v-model="draft.steps" :mine="mine" :faults="faults" />
        <p class="soft small">
          <template v-if="draft.id === null">It will be yours, and this class will use it.</template>
          <template v-else-if="users.length"
            >Used by {{ users.map((each) => each.title).join(', ')
            }}<template v-if="mine">: a change moves their grades</template>.</template
          >
          <template v-else>No class of yours uses it.</template>
        </p>
        <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
      </div>
    </div>
    <template #footer>
      <Button label="Make a copy to change" severity="secondary" :disabled="draft.id === null" @click="copy" />
      <Button label="Close" severity="secondary" @click="emit('close')" />
      <Button
        v-if="mine"
        :label="users.length > 1 ? `Keep, in ${counted(users.length, 'class', 'classes')}` : 'Keep'"
        :disabled="busy || unchanged"
        @click="keep"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 22px;
  min-height: 340px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
  align-content: start;
}
.list button {
  width: 100%;
  text-align: left;
  border: 0;
  border-radius: 7px;
  background: none;
  padding: 5px 9px;
}
.list button[aria-pressed='true'] {
  background: var(--ai1);
}
.list small {
  display: block;
  color: var(--soft);
  font-size: 11px;
}
.editor > .label:first-child {
  margin-top: 0;
}
</style>
