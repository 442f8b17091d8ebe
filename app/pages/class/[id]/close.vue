<script setup lang="ts">
import { jointId } from '#core/kind'
import { joined, resolve } from '#core/remarks/bank'
import { useClassStore } from '~/stores/class'
import { useClosing } from '~/composables/useClosing'
import { shortDay, counted } from '~/composables/useWords'
import { keepDrafts } from '~/composables/useDraft'
import { goTo } from '~/composables/useGoTo'
import { usePrinting } from '~/composables/usePrinting'

const route = useRoute()
const classStore = useClassStore()
const { lines, isGraded, withoutLevel, unscored, written, overridden, toLookAt, declared, departed, begun } =
  useClosing()

const chosenId = ref(String(route.query.student ?? lines.value[0]?.student.id ?? ''))
const chosen = computed(() => lines.value.find((line) => line.student.id === chosenId.value) ?? lines.value[0] ?? null)
const onlyFindings = ref(false)
const shown = computed(() =>
  onlyFindings.value
    ? lines.value.filter((line) => line.findings.length || line.student.id === chosenId.value)
    : lines.value,
)
const asking = ref<'declare' | 'reopen' | null>(null)
const reason = ref('')

watch(chosenId, (id) => {
  const url = new URL(location.href)
  url.searchParams.set('student', id)
  history.replaceState(history.state, '', url.pathname + url.search)
})

function write(studentId: string, text: string, sitting?: string): void {
  const id = jointId(studentId, classStore.period!.id)
  classStore.change('remark', [{ kind: 'remark', id, to: { text } }], sitting ? { sitting } : {})
}

const rows = new Map<string, { focusEnd: () => void }>()
const keepRow = (studentId: string, row: unknown) =>
  row ? rows.set(studentId, row as { focusEnd: () => void }) : rows.delete(studentId)
const margin = useTemplateRef('margin')
/** Gives the hands back to the remark that is chosen, behind what is there. */
const toRemark = () => nextTick(() => rows.get(chosen.value?.student.id ?? '')?.focusEnd())
function insert(text: string): void {
  // What was half written goes before it.
  keepDrafts(false)
  const line = chosen.value
  if (!line) return
  write(line.student.id, joined(line.remark, resolve(text, line.student)))
  void toRemark()
}

/** Goes on to another student, as far as there is one. */
function step(by: number): void {
  const at = shown.value.findIndex((line) => line.student.id === chosen.value?.student.id)
  const line = shown.value[at + by]
  if (!line) return
  void toRemark()
  chosenId.value = line.student.id
  document.getElementById(`line-${line.student.id}`)?.scrollIntoView({ block: 'nearest' })
}

useEventListener('keydown', (event: KeyboardEvent) => {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  if (!by || !event.altKey || (event.target as HTMLElement).closest('[role=dialog]')) return
  event.preventDefault()
  step(by)
})

const { busy: printing, print } = usePrinting()

function declare(desired: boolean): void {
  const id = classStore.period!.id
  classStore.change(desired ? 'declare' : 'reopen', [
    { kind: 'declaration', id, to: { declared: desired, reason: reason.value.trim() } },
  ])
  asking.value = null
  reason.value = ''
}

const longer = computed(() =>
  classStore.lineage.map(({ id, title }) => ({ value: id as string | null, words: title, says: `Close ${title}` })),
)

/** The same count as on every page, and apart from it what is not due yet and what leavers left. */
const scoredWords = computed(() => {
  const { now, notYetDue, ofLeavers } = unscored.value
  const parts = [
    now ? `${now} to score` : 'all scored',
    ...(notYetDue ? [`${notYetDue} not yet due`] : []),
    ...(ofLeavers ? [`${ofLeavers} of students who left`] : []),
  ]
  return parts.join(', ')
})
const steps = computed(() => [
  {
    title: 'Everything scored',
    words: scoredWords.value,
    state: unscored.value.now || unscored.value.notYetDue ? 'at' : 'ok',
  },
  isGraded.value
    ? {
        title: 'Grades looked over',
        words: overridden.value ? `${overridden.value} overridden` : 'none overridden',
        state: 'ok',
      }
    : {
        title: 'Levels looked over',
        words: withoutLevel.value ? `${withoutLevel.value} without enough evidence` : 'all have a level',
        state: withoutLevel.value ? 'at' : 'ok',
      },
  {
    title: 'Remarks written',
    words: `${written.value} of ${lines.value.length}${toLookAt.value ? `, ${toLookAt.value} to look at` : ''}`,
    state: toLookAt.value || written.value < lines.value.length ? 'at' : 'ok',
  },
  {
    title: 'Declared',
    words: declared.value ? 'complete' : `ends ${shortDay(classStore.period!.lastDay)}`,
    state: declared.value ? 'ok' : '',
  },
])
const left = computed(() => [
  ...(unscored.value.now ? [`${counted(unscored.value.now, 'score')} to give`] : []),
  ...(unscored.value.notYetDue ? [`${counted(unscored.value.notYetDue, 'score')} not yet due`] : []),
  ...(written.value < lines.value.length ? [`${counted(lines.value.length - written.value, 'remark')} to write`] : []),
  ...(toLookAt.value ? [`${counted(toLookAt.value, 'remark')} to look at`] : []),
])
const cardsPath = (student?: string) =>
  `/api/classes/${classStore.snapshot!.section.id}/report-cards?period=${classStore.period!.id}${student ? `&student=${student}` : ''}`
</script>

<template>
  <div v-if="classStore.period" class="view">
    <ol class="steps">
      <li v-for="each in steps" :key="each.title" :class="each.state">
        <b>{{ each.title }}</b><small>{{ each.words }}</small>
      </li>
    </ol>
    <div class="tools">
      <span v-if="classStore.lineage.length === 1" class="soft">{{ classStore.period.title }}</span>
      <ToggleRow
        v-else
        label="Period"
        :value="classStore.periodId"
        :options="longer"
        @choose="goTo({ query: { period: $event } })"
      />
      <button type="button" class="toggle" :aria-pressed="onlyFindings" @click="onlyFindings = !onlyFindings">
        needs a look
      </button>
      <Button
        class="print"
        label="Report cards of the class (PDF)"
        severity="secondary"
        :loading="printing"
        @click="print(cardsPath())"
      />
    </div>
    <Message v-if="departed.length" severity="warn" class="departed"
      >{{ counted(departed.length, 'grade') }} no longer {{ departed.length === 1 ? 'is' : 'are' }} what was declared.
      Reopen the period and declare it again to keep the present ones.</Message
    >
    <div class="list">
      <table v-if="lines.length">
        <thead>
          <tr>
            <th scope="col" class="who">Student</th>
            <th scope="col" class="number grade">
              {{ isGraded ? classStore.period.title : `Levels, ${classStore.period.title}` }}
            </th>
            <th scope="col">Remark</th>
          </tr>
        </thead>
        <tbody>
          <CloseRow
            v-for="line in shown"
            :key="jointId(classStore.period.id, line.student.id)"
            :ref="(row) => void keepRow(line.student.id, row)"
            :line="line"
            :is-graded="isGraded"
            :chosen="line.student.id === chosen?.student.id"
            @search="margin?.search()"
            @choose="chosenId = line.student.id"
            @write="(text, sitting) => write(line.student.id, text, sitting)"
          />
        </tbody>
      </table>
      <section v-else class="empty">
        <h2>No students in {{ classStore.period.title }}</h2>
        <p>Nobody is enrolled in this class then, so there is nothing to close.</p>
      </section>
    </div>
    <div class="act">
      <template v-if="declared">
        <span class="sealed"><i aria-hidden="true" />{{ classStore.period.title }} is declared complete</span>
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
        <button type="button" class="seal" :disabled="!lines.length || !begun" @click="asking = 'declare'">
          Declare {{ classStore.period.title }}
        </button>
      </template>
    </div>
    <Dialog
      :visible="asking !== null"
      modal
      :header="
        asking === 'reopen' ? `Reopen ${classStore.period.title}?` : `Declare ${classStore.period.title} complete?`
      "
      :style="{ width: '32rem' }"
      @update:visible="asking = null"
    >
      <template v-if="asking === 'declare'">
        <p>
          The {{ isGraded ? 'grades and remarks' : 'remarks' }} of {{ counted(lines.length, 'student') }} are kept as
          they are now, and go to the district with the next exchange.
          <template v-if="!isGraded">Levels go on being calculated, and are not sent yet.</template>
        </p>
        <p v-if="left.length" class="warn still">Still left: {{ left.join(', ') }}.</p>
      </template>
      <TextField v-else v-model="reason" label="Why, for the history" autofocus :maxlength="500" />
      <template #footer>
        <Button label="Back" severity="secondary" @click="asking = null" />
        <Button v-if="asking === 'declare'" label="Declare it complete" @click="declare(true)" />
        <Button v-else label="Reopen" :disabled="!reason.trim()" @click="declare(false)" />
      </template>
    </Dialog>
    <MarginPanel>
      <CloseMargin
        v-if="chosen"
        :key="jointId(classStore.period.id, chosen.student.id)"
        ref="margin"
        :line="chosen"
        :is-graded="isGraded"
        :printing="printing"
        @insert="insert"
        @back="toRemark"
        @print="chosen && print(cardsPath(chosen.student.id))"
      />
    </MarginPanel>
  </div>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  padding: 9px 16px 9px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.steps li {
  padding: 2px 10px;
  border-left: 3px solid var(--ai2);
}
.steps .ok {
  border-color: var(--ai5);
}
.steps .at {
  border-color: var(--shu);
}
.steps b {
  display: block;
  font-weight: 620;
}
.steps small {
  color: var(--soft);
  font-size: 11.5px;
}
.print {
  margin-left: auto;
}
.departed {
  margin: 8px 18px;
}
.list {
  flex: 1;
  overflow-y: auto;
  background: var(--sheet);
  min-height: 0;
}
table {
  border-collapse: separate;
  border-spacing: 0;
  width: 100%;
  table-layout: fixed;
}
th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  text-align: left;
  font-weight: 400;
  padding: 6px 9px;
  border-right: 1px solid var(--hair);
  border-bottom: 1.5px solid var(--ai3);
  z-index: 2;
}
.who {
  width: 160px;
  padding-left: 18px;
}
.grade {
  width: 126px;
  text-align: right;
  background: var(--ai1);
  font-weight: 600;
}
.act {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 8px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.seal {
  border: 2px solid var(--shu);
  color: var(--shu);
  border-radius: 8px;
  padding: 4px 14px;
  font-weight: 680;
  background: var(--field);
}
.seal:disabled {
  opacity: 0.5;
  cursor: default;
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
