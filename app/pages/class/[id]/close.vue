<script setup lang="ts">
import { jointId } from '#core/kind'
import { joined, resolve } from '#core/remarks/bank'
import { useClassStore } from '~/stores/class'
import { useClosing } from '~/composables/useClosing'
import { counted } from '~/composables/useWords'
import { keepDrafts } from '~/composables/useDraft'
import { goTo } from '~/composables/useGoTo'
import { usePrinting } from '~/composables/usePrinting'

const route = useRoute()
const classStore = useClassStore()
const closing = useClosing()
const { lines, isGraded, departed } = closing

const chosenId = ref(String(route.query.student ?? lines.value[0]?.student.id ?? ''))
const chosen = computed(() => lines.value.find((line) => line.student.id === chosenId.value) ?? lines.value[0] ?? null)
const onlyFindings = ref(false)
const shown = computed(() =>
  onlyFindings.value
    ? lines.value.filter((line) => line.findings.length || line.student.id === chosenId.value)
    : lines.value,
)

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

const longer = computed(() =>
  classStore.lineage.map(({ id, title }) => ({ value: id as string | null, words: title, says: `Close ${title}` })),
)

const cardsPath = (student?: string) =>
  `/api/classes/${classStore.snapshot!.section.id}/report-cards?period=${classStore.period!.id}${student ? `&student=${student}` : ''}`
</script>

<template>
  <div v-if="classStore.period" class="view">
    <CloseSteps :closing="closing" />
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
    <DeclareBar :closing="closing" />
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
</style>
