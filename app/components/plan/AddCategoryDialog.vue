<script setup lang="ts">
import { categoryIdCalled } from '#core/plan/counterpart'
import { blanks } from '#core/kinds'
import { proposedShortName } from '#core/scores/short-name'
import type { Category } from '#core/plan/category'
import type { ClassPlan } from '#shared/plans'
import { useClassStore } from '~/stores/class'
import { useBatch, recordsOf } from '~/composables/useBatch'
import { readers } from '~/composables/useReaders'
import { counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

/** Adds one category to several classes at once. */
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const notices = useNotices()
const { plans, problem, busy, load, perform } = useBatch()
await load()

const name = ref('')
const shortNameTyped = ref<string | null>(null)
/** Follows the name until it is typed. */
const shortName = computed({
  get: () => shortNameTyped.value ?? proposedShortName(name.value),
  set: (typed) => (shortNameTyped.value = typed || null),
})
const weight = ref('0')
const toIds = ref<string[]>([classStore.snapshot!.section.id])
const tried = ref(false)
const ids = new Map<string, string>()

const classes = computed(() => (plans.value?.classes ?? []).filter((each) => !each.past))
const has = (each: ClassPlan) => categoryIdCalled(each.categories, name.value) !== null
const chosen = computed(() => classes.value.filter((each) => toIds.value.includes(each.id) && !has(each)))
const faults = computed(() => ({
  name: problemOf(readers.categoryName(name.value)),
  shortName: problemOf(readers.categoryShortName(shortName.value)),
  weight: problemOf(readers.weight(weight.value)),
}))
const problemOf = (read: { kept: string } | { problem: string }) => ('problem' in read ? read.problem : '')
const sumAfter = (each: ClassPlan) =>
  Object.values(each.categories)
    .filter((one) => !one.removed && one.counts && !one.extraCredit)
    .reduce((sum, one) => sum + Number(one.weight), 0) + (Number(weight.value) || 0)

async function add(): Promise<void> {
  tried.value = true
  if (Object.values(faults.value).some(Boolean)) return
  const read = readers.weight(weight.value)
  const parts = chosen.value.map((each) => {
    const id = ids.get(each.id) ?? crypto.randomUUID()
    ids.set(each.id, id)
    const there = Object.values(each.categories).filter((one) => !one.removed)
    const to: Partial<Category> = {
      ...blanks.category,
      name: name.value.trim(),
      shortName: shortName.value.trim(),
      weight: 'kept' in read ? read.kept : '0',
      tint: (there.length % 6) + 1,
      place: Math.max(0, ...there.map((one) => one.place)) + 1,
      removed: false,
    }
    return { scope: each.id, records: recordsOf(each), desired: [{ kind: 'category' as const, id, to }] }
  })
  if (!(await perform('plan', parts))) return
  notices.say(`${name.value.trim()} was added to ${counted(parts.length, 'class', 'classes')}. Undo takes it back.`)
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Add a category to several classes"
    :style="{ width: '32rem' }"
    @update:visible="emit('close')"
  >
    <div class="fields">
      <TextField v-model="name" label="Name" :maxlength="120" :problem="tried ? faults.name : ''" autofocus />
      <TextField v-model="shortName" label="Short name" :maxlength="12" :problem="tried ? faults.shortName : ''" />
      <TextField v-model="weight" label="Weight" inputmode="decimal" :problem="tried ? faults.weight : ''" />
    </div>
    <fieldset>
      <legend class="label">Classes</legend>
      <label v-for="each in classes" :key="each.id" class="check line">
        <Checkbox v-model="toIds" :value="each.id" :disabled="has(each)" />{{ each.title
        }}<span class="soft small">{{
          has(each) ? 'has it already' : each.plan?.method === 'categories' ? `weights come to ${sumAfter(each)}` : ''
        }}</span>
      </label>
    </fieldset>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
    <template #footer>
      <Button label="Close" severity="secondary" @click="emit('close')" />
      <Button
        :label="chosen.length ? `Add to ${counted(chosen.length, 'class', 'classes')}` : 'Add'"
        :disabled="busy || chosen.length === 0"
        @click="add"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 110px 90px;
  gap: 10px;
}
.line {
  display: flex;
  padding: 2px 0;
}
</style>
