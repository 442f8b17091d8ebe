<script setup lang="ts">
import type { Closing } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { counted, shortDay } from '~/composables/useWords'
import { useTermThere } from '~/composables/useTermThere'
import { listOf, studentsAndLeft } from '~/words/counts'
import { leftWords } from '~/words/closing'

/** States that the period is complete, with what is left, or takes that back with a reason. */
const props = defineProps<{ closing: Closing }>()
const classStore = useClassStore()
const { lines, isGraded, counts, declared, begun, said, exams, officeWindow } = props.closing
const { there, problem: thereProblem, look: lookThere, remove } = useTermThere()
watch([() => classStore.periodId, declared], () => void lookThere(), { immediate: true })
/** What the SIS holds of the period, such as `28 grades and 26 remarks`; empty for nothing. */
const heldThere = computed(() => {
  const { grades = 0, remarks = 0 } = there.value ?? {}
  return listOf([...(grades ? [counted(grades, 'grade')] : []), ...(remarks ? [counted(remarks, 'remark')] : [])])
})
const thereWords = computed(() => {
  const { title } = classStore.period!
  if (!there.value) return thereProblem.value ? 'We couldn’t find out what the SIS has.' : 'Checking what the SIS has.'
  if (!heldThere.value) return `Nothing of ${title} was sent to the SIS.`
  return `The SIS has ${heldThere.value} of ${title}. It keeps them as declared until you declare again.`
})
const removing = ref(false)
const asking = ref<'declare' | 'reopen' | 'open' | null>(null)
const isClosed = computed(() => officeWindow.value?.isClosed ?? false)
const request = computed(() => classStore.get('windowRequest', classStore.periodId!))
/** Asks the office to open the period for this class, or takes that back. */
function ask(asked: boolean): void {
  const to = { asked, reason: asked ? reason.value.trim() : '' }
  classStore.change('window', [{ kind: 'windowRequest', id: classStore.period!.id, to }])
  asking.value = null
  reason.value = ''
}
const noExam = (to: boolean) =>
  classStore.change('closing', [{ kind: 'closing', id: classStore.period!.id, to: { noExam: to } }])
const reason = ref('')

const headers = computed(() => ({
  declare: `Declare ${classStore.period!.title} complete?`,
  reopen: `Reopen ${classStore.period!.title}?`,
  open: `Ask the office to open ${classStore.period!.title}`,
}))

/** Enter in the reason goes on. */
function answer(): void {
  if (!reason.value.trim()) return
  if (asking.value === 'open') ask(true)
  else declare(false)
}

function declare(desired: boolean): void {
  const id = classStore.period!.id
  classStore.change(desired ? 'declare' : 'reopen', [
    { kind: 'declaration', id, to: { declared: desired, reason: reason.value.trim() } },
  ])
  asking.value = null
  reason.value = ''
}

const left = computed(() => (counts.value ? leftWords(counts.value) : []))
</script>

<template>
  <div v-if="classStore.period">
    <div class="act">
      <template v-if="isClosed">
        <span class="soft">
          The office has closed {{ classStore.period.title }}.
          <template v-if="request.asked">You asked for it to be opened: {{ request.reason }}</template>
          <template v-else-if="officeWindow?.answer">The office says: {{ officeWindow.answer }}</template>
        </span>
        <Button v-if="request.asked" label="Take that back" severity="secondary" @click="ask(false)" />
        <Button v-else label="Ask for it to be opened" severity="secondary" @click="asking = 'open'" />
      </template>
      <template v-else-if="declared">
        <span class="sealed"><i aria-hidden="true" />{{ classStore.period.title }} is declared complete</span>
        <NextPeriod />
        <Button label="Reopen" severity="secondary" @click="asking = 'reopen'" />
      </template>
      <template v-else>
        <span class="soft">{{
          !begun
            ? `Begins ${shortDay(classStore.period.firstDay)}`
            : left.length
              ? `Left: ${left.join(', ')}`
              : 'Nothing is left'
        }}</span>
        <span v-if="heldThere" class="soft there">
          The SIS keeps {{ heldThere }} as declared before.
          <button type="button" class="chip" @click="removing = true">Remove from the SIS</button>
        </span>
        <button
          v-if="exams.length"
          type="button"
          class="toggle no-exam"
          :aria-pressed="said.noExam"
          @click="noExam(!said.noExam)"
        >
          no exam this time
        </button>
        <button type="button" class="seal" :disabled="!lines.length || !begun" @click="asking = 'declare'">
          Declare {{ classStore.period.title }}
        </button>
      </template>
    </div>
    <Dialog
      :visible="removing"
      modal
      :header="`Remove ${classStore.period.title} from the SIS?`"
      :style="{ width: '32rem' }"
      @update:visible="removing = false"
    >
      <p>
        {{ heldThere }} were declared and sent. You see each one before anything is removed. Nothing changes in Yukata.
      </p>
      <p v-if="thereProblem" class="warn" role="alert">{{ thereProblem }}</p>
      <template #footer>
        <Button label="Cancel" severity="secondary" @click="removing = false" />
        <Button label="Show what is removed" @click="remove" />
      </template>
    </Dialog>
    <Dialog
      :visible="asking !== null"
      modal
      :header="headers[asking ?? 'declare']"
      :style="{ width: '32rem' }"
      @update:visible="asking = null"
    >
      <template v-if="asking === 'declare'">
        <p>
          The {{ isGraded ? 'grades and remarks' : 'remarks' }} of
          {{ studentsAndLeft(lines.length, lines.filter((each) => !each.here).length) }} are kept as they are now, and
          go to the district with the next exchange.
          <template v-if="!isGraded">Levels go on being calculated, and are not sent yet.</template>
        </p>
        <p v-if="left.length" class="warn still">Still left: {{ left.join(', ') }}.</p>
      </template>
      <template v-else>
        <p v-if="asking === 'reopen'" class="said">
          {{ thereWords }} Report cards show grades as not declared until you declare again.
        </p>
        <form @submit.prevent="answer">
          <TextField
            v-model="reason"
            :label="asking === 'open' ? 'Why, for the office' : 'Why, for the history'"
            autofocus
            :maxlength="500"
          />
        </form>
      </template>
      <template #footer>
        <Button label="Back" severity="secondary" @click="asking = null" />
        <Button v-if="asking === 'declare'" label="Declare it complete" @click="declare(true)" />
        <Button v-else-if="asking === 'open'" label="Ask" :disabled="!reason.trim()" @click="ask(true)" />
        <Button v-else label="Reopen" :disabled="!reason.trim()" @click="declare(false)" />
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
.act {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 8px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.no-exam {
  margin-left: auto;
}
.seal {
  border: 2px solid var(--shu);
  color: var(--shu);
  border-radius: 8px;
  padding: 4px 14px;
  font-weight: 680;
  white-space: nowrap;
  background: var(--field);
}
.seal:disabled {
  opacity: 0.5;
  cursor: default;
}
.there {
  margin-left: auto;
}
.said {
  margin-bottom: 10px;
}
.sealed {
  display: flex;
  gap: 9px;
  align-items: center;
  font-weight: 600;
}
.sealed i {
  width: 12px;
  height: 12px;
  border-radius: 3.5px;
  background: var(--shu);
}
.still {
  margin-top: 8px;
}
</style>
