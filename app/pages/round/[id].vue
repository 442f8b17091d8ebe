<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { readLevel } from '#core/proficiency/read-level'
import { nameOfStandard } from '#core/proficiency/standards'
import { allowedLevels } from '#core/scales/proficiency'
import { enrolledOn, rosterName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useSaving } from '~/stores/saving'
import { ApiProblem } from '~/composables/useApi'
import { dyeOf } from '~/composables/useDye'
import { observationId, observe } from '~/composables/useObserving'
import { changeQuery, usePeriodQuery } from '~/composables/useGoTo'
import { counted, shortDay } from '~/composables/useWords'

definePageMeta({ layout: 'handheld', key: (route) => `round-${String(route.params.id)}` })

/**
 * A round of the room: one standard, or a few in turn, big rows of names, and one tap or one digit for each. It is for a
 * phone in one hand, with or without the network.
 */
const route = useRoute()
const classStore = useClassStore()
const saving = useSaving()
const { today } = storeToRefs(usePerson())
const problem = ref('')
const id = String(route.params.id)
async function open(): Promise<void> {
  problem.value = ''
  try {
    await classStore.open(id, route.query.period ? String(route.query.period) : null)
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
  }
}
await open()
useHead({ title: () => `Round of the room · ${classStore.snapshot?.section.title ?? ''}` })
const ready = computed(() => classStore.snapshot?.section.id === id)

const MOST = 3
const chosen = computed<string[]>({
  get: () =>
    String(route.query.standard ?? '')
      .split(',')
      .filter((standardId) => standards.value.some((one) => one.id === standardId)),
  set: (ids) => void changeQuery({ standard: ids.slice(-MOST).join(',') || undefined }, { replace: true }),
})
const standards = computed(() => (classStore.structure ? standardsOf(classStore.structure) : []))
const period = usePeriodQuery()
const choosing = ref(chosen.value.length === 0)
const turn = ref(0)
const standard = computed(() => {
  const ids = chosen.value
  return standards.value.find((each) => each.id === ids[Math.min(turn.value, ids.length - 1)]) ?? null
})
const scale = computed(() => classStore.levels!.scaleFor(standard.value?.id ?? ''))
const levels = computed(() => allowedLevels(scale.value))
const students = computed(() => classStore.students.filter((each) => enrolledOn(each, today.value)))

function seenOf(studentId: string, standardId = standard.value!.id) {
  void classStore.about(studentId)
  return classStore.get('observation', observationId(classStore, studentId, standardId, today.value))
}
const seenCount = computed(() =>
  standard.value ? students.value.filter((each) => seenOf(each.id).level !== null).length : 0,
)
function give(studentId: string, level: string): void {
  const now = seenOf(studentId).level
  observe(classStore, {
    ...{ studentId, standardId: standard.value!.id, day: today.value },
    level: now === level ? null : level,
  })
}

/** A digit gives the level of the row that has the keyboard, and goes on to the next; arrows go up and down. */
const list = useTemplateRef('list')
const rowAt = (at: number) => list.value?.querySelectorAll<HTMLElement>('[data-row]')[at]
function typed(event: KeyboardEvent, at: number, studentId: string): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if ((event.target as HTMLElement).closest('input')) return
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    rowAt(at + (event.key === 'ArrowDown' ? 1 : -1))?.focus()
    return
  }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    observe(classStore, { studentId, standardId: standard.value!.id, day: today.value, level: null })
    return
  }
  if (event.key.length !== 1 || event.key === ' ') return
  const read = readLevel(scale.value, event.key)
  if ('refused' in read || read.level === null) return
  event.preventDefault()
  observe(classStore, { studentId, standardId: standard.value!.id, day: today.value, level: read.level })
  rowAt(at + 1)?.focus()
}

const noting = ref<string | null>(null)
function note(studentId: string, event: Event): void {
  const text = (event.target as HTMLInputElement).value
  const recordId = observationId(classStore, studentId, standard.value!.id, today.value)
  classStore.change('observe', [{ kind: 'observation', id: recordId, to: { note: text, on: today.value } }])
}
</script>

<template>
  <main id="work" class="round">
    <header>
      <NuxtLink
        class="back"
        :to="{
          path: `/class/${id}/proficiency`,
          query: { ...period, standard: standard?.id },
        }"
        ><i class="pi pi-arrow-left" aria-hidden="true" /><span class="visually-hidden"
          >Back to Proficiency</span
        ></NuxtLink
      >
      <div>
        <h1>Round of the room</h1>
        <p class="soft">
          {{ classStore.snapshot?.section.title }}, {{ shortDay(today) }}. <b role="status">{{ saving.words }}</b>
        </p>
      </div>
    </header>
    <Message v-if="problem" severity="error">
      {{ problem }} <button type="button" class="chip" @click="open">Try again</button>
    </Message>
    <template v-if="ready">
      <div class="what">
        <span v-if="chosen.length > 1" class="row-of" role="group" aria-label="Standard">
          <button
            v-for="(each, at) in chosen"
            :key="each"
            type="button"
            class="toggle"
            :aria-pressed="standard?.id === each"
            @click="turn = at"
          >
            {{ nameOfStandard(standards.find((one) => one.id === each)!) }}
          </button>
        </span>
        <p v-if="standard" class="statement">
          <b>{{ standard.code }}</b> {{ standard.statement }}
        </p>
        <button type="button" class="chip" :aria-expanded="choosing" @click="choosing = !choosing">
          {{ choosing ? 'Done choosing' : chosen.length ? 'Other standards' : 'Choose a standard' }}
        </button>
        <span v-if="standard" class="soft"
          >{{ seenCount }} of {{ counted(students.length, 'student') }} seen today</span
        >
      </div>
      <div v-if="choosing" class="choose">
        <StandardPicker v-model="chosen" :label="`Up to ${MOST} standards`" />
      </div>
      <ol v-else-if="standard" ref="list">
        <li
          v-for="(student, at) in students"
          :key="student.id"
          data-row
          tabindex="0"
          :aria-label="`${rosterName(student)}, ${seenOf(student.id).level ?? 'not seen today'}`"
          @keydown="typed($event, at, student.id)"
        >
          <span class="name">{{ rosterName(student) }}</span>
          <span class="taps dyed" role="group" :aria-label="`Level of ${rosterName(student)}`">
            <button
              v-for="level in levels"
              :key="level.value"
              type="button"
              tabindex="-1"
              :class="seenOf(student.id).level === level.value ? `dye-${dyeOf(scale, level.value)}` : 'tap'"
              :aria-pressed="seenOf(student.id).level === level.value"
              :aria-label="`${level.label}, ${rosterName(student)}`"
              @click="give(student.id, level.value)"
            >
              {{ level.short }}
            </button>
            <button
              type="button"
              class="tap note"
              tabindex="-1"
              :aria-label="`Note on ${rosterName(student)}`"
              :aria-expanded="noting === student.id"
              @click="noting = noting === student.id ? null : student.id"
            >
              <i :class="seenOf(student.id).note ? 'pi pi-file-edit' : 'pi pi-pencil'" aria-hidden="true" />
            </button>
          </span>
          <input
            v-if="noting === student.id"
            class="field"
            :value="seenOf(student.id).note"
            maxlength="500"
            placeholder="What you saw"
            :aria-label="`What you saw of ${rosterName(student)}`"
            autofocus
            @change="note(student.id, $event)"
            @keydown.enter="noting = null"
          />
        </li>
      </ol>
      <p v-if="!choosing && !students.length" class="soft">Nobody is in this class today.</p>
      <p v-if="choosing && !standards.length" class="soft">
        This class has no standards yet. They come from the district with the course, or you make some for this class.
      </p>
    </template>
  </main>
</template>

<style scoped>
.round {
  overflow-y: auto;
  padding: 12px 14px 40px;
  width: 100%;
  max-width: 640px;
  margin: 0 auto;
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
}
h1 {
  font-size: 20px;
}
.back {
  width: 44px;
  height: 44px;
  display: grid;
  place-items: center;
  border-radius: 8px;
  flex: none;
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 10px 0;
}
.what .toggle,
.what .chip {
  min-height: 36px;
}
.statement {
  flex: 1 0 100%;
  line-height: 1.35;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 2px 10px;
  padding: 5px 4px;
  border-bottom: 1px solid var(--line);
  border-radius: 4px;
}
.name {
  font-size: 15.5px;
  flex: 1 1 120px;
  min-width: 0;
  overflow-wrap: anywhere;
}
.taps {
  display: flex;
  gap: 5px;
  flex-wrap: wrap;
  justify-content: end;
}
.taps button {
  min-width: 44px;
  height: 44px;
  border-radius: 8px;
  border: 1px solid var(--line);
  font-size: 16px;
  font-weight: 600;
}
.tap {
  background: var(--field);
  color: var(--ink);
}
.note {
  color: var(--soft);
}
li .field {
  flex: 1 0 100%;
  max-width: none;
  height: 40px;
  font-size: 15px;
}
</style>
