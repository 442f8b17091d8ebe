<script setup lang="ts">
import { jointId } from '#core/kind'
import { record } from '#core/records'
import { joined } from '#core/remarks/bank'
import type { ClassSnapshot } from '#core/section'
import { openClassResponse } from '#shared/class'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import type { CloseLine } from '~/composables/useClosing'
import { counted } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'
import { useToday } from '~/stores/today'

/** Remarks of another period, or of another class with the same students, brought over: each is shown beside what is there, and nothing that is written is lost. */
const props = defineProps<{ lines: readonly CloseLine[] }>()
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const today = useToday()
const periodId = classStore.period!.id

/** The class that remarks come from: this one, or another of one's own in which the same students are. */
const here = classStore.snapshot!.section.id
const classId = ref(here)
const classes = computed(() => today.classes ?? [])
const other = shallowRef<ClassSnapshot | null>(null)
const { problem, attempt } = useAttempt()
watch(classId, async (id) => {
  other.value = null
  if (id === here) return
  await attempt(async () => {
    const found = await ask(`/api/classes/${id}`, openClassResponse)
    if (id === classId.value) other.value = markRaw(found)
  })
})
onMounted(() => attempt(async () => void (today.classes ?? (await today.load()))))

const remarkIn = (studentId: string, of: string) => {
  const id = jointId(studentId, of)
  if (classId.value === here) return classStore.get('remark', id).text.trim()
  return other.value ? record(other.value.records, 'remark', id).text.trim() : ''
}
const periods = computed(() =>
  (classId.value === here ? classStore.periods : (other.value?.periods ?? []))
    .filter((each) => classId.value !== here || each.id !== periodId)
    .map(({ id, title }) => ({
      id,
      title,
      count: props.lines.filter((line) => remarkIn(line.student.id, id)).length,
    }))
    .filter((each) => each.count),
)
const from = ref('')
watch(periods, (found) => (from.value = found.at(-1)?.id ?? ''), { immediate: true })
const how = ref<'empty' | 'behind'>('empty')
const ways = [
  { value: 'empty' as const, words: 'only where there is no remark' },
  { value: 'behind' as const, words: 'behind what is there' },
]
const outlook = computed(() =>
  props.lines.flatMap((line) => {
    const there = remarkIn(line.student.id, from.value)
    const isThere = line.remark.includes(there)
    if (!there || isThere || (how.value === 'empty' && line.remark.trim())) return []
    return [{ student: line.student, present: line.remark, added: there }]
  }),
)
function keep(): void {
  classStore.change(
    'remark',
    outlook.value.map(({ student, present, added }) => ({
      kind: 'remark' as const,
      id: jointId(student.id, periodId),
      to: { text: joined(present, added) },
    })),
  )
  emit('close')
}
</script>

<template>
  <Dialog visible modal header="Bring remarks over" :style="{ width: '44rem' }" @update:visible="emit('close')">
    <form id="bring-remarks" class="form" @submit.prevent="keep">
      <label v-if="classes.length > 1" class="row-of"
        >Class
        <select v-model="classId" class="field" autofocus>
          <option v-for="each in classes" :key="each.id" :value="each.id">
            {{ each.id === here ? 'this class' : each.title }}
          </option>
        </select></label
      >
      <Message v-if="problem" severity="error">{{ problem }}</Message>
      <p v-if="!periods.length && (classId === here || other)">
        {{
          classId === here
            ? 'No other period of this class has a remark.'
            : 'That class has no remark for a student of this one.'
        }}
      </p>
      <label v-if="periods.length" class="row-of"
        >From
        <select v-model="from" class="field" :autofocus="classes.length < 2">
          <option v-for="each in periods" :key="each.id" :value="each.id">
            {{ each.title }}, {{ counted(each.count, 'remark') }}
          </option>
        </select></label
      >
      <ToggleRow v-if="periods.length" label="How" :value="how" :options="ways" @choose="how = $event" />
      <p v-if="periods.length" role="status">{{ counted(outlook.length, 'remark') }} would change.</p>
      <RemarkOutlook v-if="outlook.length" :lines="outlook" />
    </form>
    <template #footer>
      <Button
        label="Back"
        severity="secondary"
        :autofocus="!periods.length && classes.length < 2"
        @click="emit('close')"
      />
      <Button
        v-if="periods.length"
        type="submit"
        form="bring-remarks"
        :label="`Bring ${counted(outlook.length, 'remark')} over`"
        :disabled="!outlook.length"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}
</style>
