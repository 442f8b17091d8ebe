<script setup lang="ts">
import { actKinds, type Change } from '#core/acts/act'
import { actWords, describeChange } from '~/words/acts'
import { Grades } from '#core/grading/grades'
import { assignmentsOf } from '#core/plan/rules'
import { rosterName } from '#core/section'
import { classHistoryResponse, type ClassAct } from '#shared/history'
import { useClassAsOf } from '~/composables/useClassAsOf'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { ApiProblem, ask } from '~/composables/useApi'
import { shortDay, shortInstant, counted, capital } from '~/composables/useWords'
import { changeQuery } from '~/composables/useGoTo'

/** Everything that was done in the class, newest first; and grades as they were on a day. */
const route = useRoute()
const classStore = useClassStore()
const { person } = storeToRefs(usePerson())
const FIRST_CHANGES = 3

const text = (key: string) => (typeof route.query[key] === 'string' ? (route.query[key] as string) : '')
const filter = (key: string) =>
  computed({
    get: () => text(key),
    set: (value: string) => void changeQuery({ [key]: value || undefined }, { replace: true }),
  })
const student = filter('who')
const assignment = filter('what')
const act = filter('act')
const from = filter('from')
const until = filter('until')
const mine = filter('mine')

const acts = shallowRef<ClassAct[]>([])
const asked = ref(false)
const more = ref(false)
const problem = ref('')
const opened = ref(new Set<string>())

async function read(before?: number): Promise<void> {
  problem.value = ''
  const desired = {
    student: student.value,
    assignment: assignment.value,
    act: act.value,
    from: from.value,
    until: until.value,
    by: mine.value ? (person.value?.id ?? '') : '',
    before: before === undefined ? '' : String(before),
  }
  const query = Object.fromEntries(Object.entries(desired).filter(([, value]) => value !== ''))
  try {
    const found = (await ask(`/api/classes/${classStore.snapshot!.section.id}/acts`, classHistoryResponse, {
      query,
    })) as ClassAct[]
    acts.value = before === undefined ? found : [...acts.value, ...found]
    more.value = found.length >= 40
    asked.value = true
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
watch([student, assignment, act, from, until, mine, () => classStore.seq], () => void read(), { immediate: true })

const entries = computed(() =>
  acts.value.map((each) => ({
    ...each,
    lines: (each.changes as Change[]).map((change) => describeChange(classStore.snapshot!, change)),
  })),
)
const heading = (lines: readonly { of: string }[]) =>
  lines.length === 1 ? lines[0]!.of : `${counted(lines.length, 'change')}, ${lines[0]!.of} and others`
const undone = computed(() => {
  const ids = new Set<string>()
  for (const each of acts.value.toReversed())
    if (each.of && each.kind === 'undo') ids.add(each.of)
    else if (each.of) ids.delete(each.of)
  return ids
})
const mayTakeBack = (each: ClassAct) =>
  each.byId === person.value?.id && !['undo', 'redo', 'load'].includes(each.kind) && !undone.value.has(each.id)
function takeBack(each: ClassAct): void {
  classStore.takeBack(each.id, each.changes as Change[])
}

// ---- Grades as of a day ----

const day = filter('day')
const { past, problem: pastProblem } = useClassAsOf(() => day.value)
const compared = computed(() => {
  const { period } = classStore
  if (!past.value || !period) return []
  const grades = new Grades(past.value)
  const shown = (grade: { percent: string; label: string } | null | undefined) =>
    grade ? `${grade.percent} ${grade.label}` : 'none'
  return classStore.students.map((each) => ({
    id: each.id,
    name: rosterName(each),
    then: shown(grades.of(each.id, period.id).effective),
    now: shown(classStore.gradeOfStudent(each.id)?.effective),
  }))
})
const moved = computed(() => compared.value.filter((each) => each.then !== each.now).length)
const kinds = actKinds.filter((kind) => kind !== 'load' && kind !== 'policy' && kind !== 'scale' && kind !== 'pattern')
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <select v-model="student" class="chip" aria-label="Student">
        <option value="">All students</option>
        <option v-for="each in classStore.snapshot!.students" :key="each.id" :value="each.id">
          {{ rosterName(each) }}
        </option>
      </select>
      <select v-model="assignment" class="chip" aria-label="Assignment">
        <option value="">All assignments</option>
        <option v-for="each in assignmentsOf(classStore.snapshot!)" :key="each.id" :value="each.id">
          {{ each.name }}
        </option>
      </select>
      <select v-model="act" class="chip" aria-label="Kind of act">
        <option value="">Everything done</option>
        <option v-for="kind in kinds" :key="kind" :value="kind">{{ capital(actWords[kind]) }}</option>
      </select>
      <label class="soft small">from <input v-model.lazy="from" type="date" class="field" /></label>
      <label class="soft small">to <input v-model.lazy="until" type="date" class="field" /></label>
      <button type="button" class="toggle" :aria-pressed="mine !== ''" @click="mine = mine ? '' : '1'">
        only mine
      </button>
    </div>
    <section class="acts" aria-label="What was done" tabindex="0">
      <p v-if="problem || pastProblem" class="warn" role="alert">{{ problem || pastProblem }}</p>
      <ol>
        <li v-for="each in entries" :key="each.id" :class="{ undone: undone.has(each.id) }">
          <div class="line">
            <span class="soft when">{{ shortInstant(each.at) }}</span>
            <span class="what"
              ><b>{{ heading(each.lines) }}</b
              ><span class="soft"
                >{{ each.by || 'Somebody' }} {{ actWords[each.kind]
                }}<template v-if="undone.has(each.id)">; taken back since</template></span
              ></span
            >
            <button v-if="mayTakeBack(each)" type="button" class="toggle" @click="takeBack(each)">Take back</button>
          </div>
          <ul>
            <li v-for="(line, at) in opened.has(each.id) ? each.lines : each.lines.slice(0, FIRST_CHANGES)" :key="at">
              <span v-if="each.lines.length > 1">{{ line.of }}: </span><span class="soft">{{ line.before }}</span> →
              {{ line.after }}
            </li>
          </ul>
          <button
            v-if="each.lines.length > FIRST_CHANGES && !opened.has(each.id)"
            type="button"
            class="chip"
            @click="opened = new Set([...opened, each.id])"
          >
            {{ each.lines.length - FIRST_CHANGES }} more
          </button>
        </li>
      </ol>
      <p v-if="asked && !acts.length && !problem" class="soft">Nothing was done here that fits these filters.</p>
      <Button v-if="more" label="Earlier" severity="secondary" @click="read(acts.at(-1)?.seq)" />
    </section>
    <MarginPanel>
      <section class="then" aria-label="Grades as of a day">
        <h3>Grades as of a day</h3>
        <p class="soft small">
          {{ classStore.period?.title }}, made again from everything done until then. The roster is today's.
        </p>
        <input v-model.lazy="day" type="date" class="field" aria-label="As of" />
        <template v-if="compared.length">
          <p>{{ moved ? `${counted(moved, 'grade')} moved since.` : 'No grade moved since.' }}</p>
          <table class="ruled">
            <thead>
              <tr>
                <th scope="col">Student</th>
                <th scope="col">{{ shortDay(day) }}</th>
                <th scope="col">Now</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="each in compared" :key="each.id" :class="{ moved: each.then !== each.now }">
                <th scope="row">{{ each.name }}</th>
                <td>{{ each.then }}</td>
                <td>{{ each.now }}</td>
              </tr>
            </tbody>
          </table>
        </template>
      </section>
    </MarginPanel>
  </div>
</template>

<style scoped>
.acts {
  overflow-y: auto;
  flex: 1;
  background: var(--sheet);
  padding: 8px 18px 30px;
}
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol > li {
  border-bottom: 1px solid var(--hair);
  padding: 7px 0;
}
.line {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.when {
  width: 92px;
  flex: none;
}
.what {
  display: flex;
  flex-wrap: wrap;
  column-gap: 8px;
  flex: 1;
}
.what b {
  font-weight: 560;
}
ul {
  padding-left: 104px;
}
.chip {
  margin-left: 104px;
}
.tools .chip {
  margin: 0;
  max-width: 150px;
  field-sizing: content;
  appearance: none;
}
.undone b {
  text-decoration: line-through;
}
.then {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 7px;
  align-content: start;
  justify-items: start;
}
.then th {
  max-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.then th[scope='row'],
.then thead th:first-child {
  width: 54%;
}
.then td {
  white-space: nowrap;
}
.moved td {
  font-weight: 600;
}
</style>
