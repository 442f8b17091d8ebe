<script setup lang="ts">
import { jointId } from '#core/kind'
import type { BankEntry } from '#core/remarks/bank-entry'
import { useClassStore } from '~/stores/class'
import { useClosing } from '~/composables/useClosing'
import { goTo } from '~/composables/useGoTo'
import { usePrinting } from '~/composables/usePrinting'
import type { Wish } from '~/sheet/types'
import { useFrame } from '~/stores/frame'

const route = useRoute()
const classStore = useClassStore()
const closing = useClosing()
const { lines, isGraded, departed, isLeftSo } = closing

const chosenId = ref(String(route.query.student ?? lines.value[0]?.student.id ?? ''))
const chosen = computed(() => lines.value.find((line) => line.student.id === chosenId.value) ?? lines.value[0] ?? null)
const onlyFindings = ref(false)
const shown = computed(() =>
  onlyFindings.value
    ? lines.value.filter(
        (line) => line.findings.length || (line.here && !line.card.trim()) || line.student.id === chosenId.value,
      )
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

interface Row {
  focusEnd: () => void
  insert: (entry: BankEntry) => boolean
}
const rows = new Map<string, Row>()
const keepRow = (studentId: string, row: unknown) => (row ? rows.set(studentId, row as Row) : rows.delete(studentId))
const asking = ref<'statement' | 'many' | 'bring' | null>(null)
/** Gives the hands back to the remark that is chosen, behind what is there. */
const toRemark = () => nextTick(() => rows.get(chosen.value?.student.id ?? '')?.focusEnd())
/** What was half written goes before it, and writing goes on behind it. */
function insert(entry: BankEntry): void {
  const row = rows.get(chosen.value?.student.id ?? '')
  if (row && !row.insert(entry)) void toRemark()
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

const looking = ref(['1', 'ends'].includes(String(route.query.look)))
const views = [
  { value: 'look' as const, words: 'Look over' },
  { value: 'write' as const, words: 'Write remarks' },
]
watch(looking, (isLooking) => {
  const url = new URL(location.href)
  if (isLooking) url.searchParams.set('look', '1')
  else url.searchParams.delete('look')
  history.replaceState(history.state, '', url.pathname + url.search)
})
/** Opens exactly the remarks that are left. */
function writeWhatIsLeft(): void {
  looking.value = false
  onlyFindings.value = true
}
const margin = useTemplateRef('margin')
const look = useTemplateRef('look')
onMounted(() => route.query.look === 'ends' && showEnds())
function showEnds(): void {
  looking.value = true
  void nextTick(() => look.value?.openEnds())
}
const frame = useFrame()
/** A key on a computed grade opens the field of the override with it. */
function beginOverride(wish: Wish): void {
  frame.showMargin()
  void nextTick(() => margin.value?.begin(wish))
}

const { busy: printing, print } = usePrinting()

const longer = computed(() =>
  classStore.lineage.map(({ id, title }) => ({ value: id as string | null, words: title, says: `Close ${title}` })),
)

const cardPath = (student: string) =>
  `/api/classes/${classStore.snapshot!.section.id}/report-cards?period=${classStore.period!.id}&student=${student}`
</script>

<template>
  <div v-if="classStore.period" class="view">
    <CloseSteps :closing="closing" @look="looking = true" @write="writeWhatIsLeft" @ends="showEnds" />
    <div class="tools">
      <span v-if="classStore.lineage.length === 1" class="soft">{{ classStore.period.title }}</span>
      <ToggleRow
        v-else
        label="Period"
        :value="classStore.periodId"
        :options="longer"
        @choose="goTo({ query: { period: $event } })"
      />
      <ToggleRow
        label="What is done"
        :value="looking ? 'look' : 'write'"
        :options="views"
        @choose="looking = $event === 'look'"
      />
      <template v-if="!looking">
        <button type="button" class="chip" @click="asking = 'statement'">Class statement</button>
        <button type="button" class="chip" @click="asking = 'many'">The same for many</button>
        <button type="button" class="chip" @click="asking = 'bring'">Bring over</button>
        <button type="button" class="toggle" :aria-pressed="onlyFindings" @click="onlyFindings = !onlyFindings">
          needs a look
        </button>
      </template>
      <NuxtLink
        class="button print"
        :to="{
          path: `/class/${classStore.snapshot!.section.id}/reports`,
          query: { period: classStore.periodId },
        }"
        >Report cards</NuxtLink
      >
    </div>
    <DriftList v-if="departed.length" :departed="departed" :is-left="isLeftSo" />
    <LookOver
      v-if="looking && lines.length"
      :key="classStore.period.id"
      ref="look"
      :closing="closing"
      @choose="chosenId = $event"
      @write="((chosenId = $event), (looking = false), toRemark())"
      @override="beginOverride"
    />
    <div v-else class="list">
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
            @step="step"
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
    <StatementDialog v-if="asking === 'statement'" :lines="lines" @close="asking = null" />
    <ManyDialog v-if="asking === 'many'" :lines="lines" @close="asking = null" />
    <BringRemarksDialog v-if="asking === 'bring'" :lines="lines" @close="asking = null" />
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
        @print="chosen && print(cardPath(chosen.student.id))"
      />
    </MarginPanel>
  </div>
</template>

<style scoped>
.print {
  margin-left: auto;
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
