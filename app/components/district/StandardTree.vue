<script setup lang="ts">
import { writeCase } from '#core/formats/case/write'
import { jointId } from '#core/kind'
import { newStandard } from '#core/proficiency/bring-standards'
import type { StandardRecord } from '#core/proficiency/standard'
import { standardTree } from '#core/proficiency/standards'
import type { Desired } from '#core/desired'
import { handOver } from '~/sheet/files'
import { focusMade } from '~/focus/made'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'
import { listedOf, type ListedStandard, type StandardsOffice } from '~/composables/useStandardsOffice'

/** The district's standards as a tree: what each says, whether it is on the card, which courses are taught by it. */
const props = defineProps<{ office: StandardsOffice }>()
const { today } = storeToRefs(usePerson())
const listed = computed(() => listedOf(props.office.known))
const tree = computed(() => standardTree(listed.value))
const typed = ref('')
const open = ref(new Set<string>())
const toggle = (id: string) => {
  const next = new Set(open.value)
  if (!next.delete(id)) next.add(id)
  open.value = next
}
type Line = { standard: ListedStandard; depth: number; below: number }
const lines = computed<Line[]>(() => {
  const words = typed.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
  const below = (id: string) => tree.value.childrenOf(id).length
  if (words.length)
    return listed.value
      .filter((standard) =>
        words.every((word) => `${standard.code} ${standard.statement}`.toLowerCase().includes(word)),
      )
      .map((standard) => ({ standard, depth: 0, below: below(standard.id) }))
  const walk = (id: string, depth: number): Line[] => {
    const standard = listed.value.find((each) => each.id === id)!
    const shown = open.value.has(id) ? tree.value.childrenOf(id).flatMap((each) => walk(each.id, depth + 1)) : []
    return [{ standard, depth, below: below(id) }, ...shown]
  }
  return tree.value.roots.flatMap((each) => walk(each.id, 0))
})
const coursesOf = (id: string) =>
  (props.office.known?.courses ?? []).filter((each) => props.office.known?.courseStandards[jointId(each.id, id)]?.used)
const setCourse = (standardId: string, courseId: string, used: boolean) =>
  props.office.perform(
    'standard',
    [{ kind: 'courseStandard', id: jointId(courseId, standardId), to: { used } }],
    'Kept. It acts in every class of the course.',
  )
const setStandard = (id: string, to: Partial<StandardRecord>) =>
  props.office.perform('standard', [{ kind: 'standard', id, to }], 'Kept.')

const editing = shallowRef<{ id: string | null; given: Partial<StandardRecord> } | null>(null)
const areas = computed(() =>
  listed.value
    .filter((each) => each.id !== editing.value?.id)
    .filter(
      (standard) => !editing.value?.id || !tree.value.within(editing.value.id).some((one) => one.id === standard.id),
    )
    .map((each) => ({ id: each.id, words: `${each.code} ${each.statement}`.trim() })),
)
async function keepStandard(to: Partial<StandardRecord>): Promise<void> {
  const { id } = editing.value!
  const last = Math.max(0, ...listed.value.map((each) => each.place))
  const desired: Desired =
    id === null
      ? { kind: 'standard', id: crypto.randomUUID(), to: newStandard({ ...to, place: last + 1 }) }
      : { kind: 'standard', id, to }
  if (to.parentId) open.value = new Set([...open.value, to.parentId])
  if (!(await props.office.perform('standard', [desired], 'Kept.'))) return
  editing.value = null
  if (id === null) focusMade(desired.id)
}
const choosing = ref<string | null>(null)

function give(framework: ListedStandard | null): void {
  const within = framework ? new Set(tree.value.within(framework.id).map((each) => each.id)) : null
  const chosen = Object.fromEntries(
    Object.entries(props.office.known!.standards).filter(([id, each]) => !each.removed && (within?.has(id) ?? true)),
  )
  const written = writeCase(
    framework
      ? { id: framework.id, title: framework.statement }
      : { id: 'district-standards', title: 'Standards of the district' },
    chosen,
    { creator: 'The district office', at: new Date().toISOString(), base: location.origin },
  )
  handOver(new Blob([JSON.stringify(written, null, 2)], { type: 'application/json' }), 'standards.json')
}
</script>

<template>
  <section class="office">
    <div class="head">
      <h2>Standards</h2>
      <span class="row-of">
        <BringStandards :office="office" />
        <Button label="Give as CASE" severity="secondary" :disabled="!listed.length" @click="give(null)" />
        <Button label="Add a standard" @click="editing = { id: null, given: {} }" />
      </span>
    </div>
    <input
      v-model="typed"
      class="field find"
      type="search"
      placeholder="Find by code or word"
      aria-label="Find a standard"
    />
    <p v-if="!listed.length" class="soft">
      No standards yet. Bring the framework that the district teaches by as a CASE file (1EdTech CASE 1.0, JSON), or add
      the first one.
    </p>
    <table v-else class="plain standards">
      <thead>
        <tr>
          <th>Standard</th>
          <th class="mark">On the card</th>
          <th class="number">Weighs</th>
          <th>Courses</th>
          <th><span class="visually-hidden">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ standard, depth, below } in lines"
          :key="standard.id"
          :class="{ area: below }"
          :data-made="standard.id"
        >
          <td :style="{ paddingLeft: `${depth * 18 + 9}px` }">
            <button
              v-if="below && !typed"
              type="button"
              class="fold"
              :aria-expanded="open.has(standard.id)"
              :aria-label="`${standard.code || standard.statement}: ${below} below it`"
              @click="toggle(standard.id)"
            >
              <i :class="open.has(standard.id) ? 'pi pi-angle-down' : 'pi pi-angle-right'" aria-hidden="true" />
            </button>
            <b>{{ standard.code }}</b> {{ standard.statement }}
            <small v-if="standard.habit" class="soft">, habit</small>
            <small v-if="standard.withdrawnOn" class="warn">, withdrawn {{ shortDay(standard.withdrawnOn) }}</small>
            <small v-if="below" class="soft">{{ below }} below</small>
          </td>
          <td class="mark">
            <Checkbox
              :model-value="standard.reported"
              binary
              :ariaLabel="`${standard.code || standard.statement} is on the card`"
              @update:model-value="setStandard(standard.id, { reported: $event })"
            />
          </td>
          <td class="number">{{ standard.weight }}</td>
          <td>
            <span v-for="course in coursesOf(standard.id)" :key="course.id" class="course">{{ course.title }}</span>
            <button
              type="button"
              class="toggle"
              :aria-expanded="choosing === standard.id"
              :aria-label="`Courses taught by ${standard.code || standard.statement}`"
              @click="choosing = choosing === standard.id ? null : standard.id"
            >
              courses
            </button>
            <span v-if="choosing === standard.id" class="choose">
              <label v-for="course in office.known?.courses ?? []" :key="course.id" class="check"
                ><Checkbox
                  :model-value="coursesOf(standard.id).some((each) => each.id === course.id)"
                  binary
                  @update:model-value="setCourse(standard.id, course.id, $event)"
                />{{ course.title }}</label
              >
            </span>
          </td>
          <td class="number ends">
            <button
              type="button"
              class="toggle"
              :aria-label="`Change ${standard.code || standard.statement}`"
              @click="editing = { id: standard.id, given: standard }"
            >
              change
            </button>
            <button
              type="button"
              class="toggle"
              :aria-label="`${standard.withdrawnOn ? 'Bring back' : 'Withdraw'} ${standard.code || standard.statement}`"
              @click="setStandard(standard.id, { withdrawnOn: standard.withdrawnOn ? null : today })"
            >
              {{ standard.withdrawnOn ? 'bring back' : 'withdraw' }}
            </button>
            <button
              v-if="standard.source?.type === 'Framework'"
              type="button"
              class="toggle"
              :aria-label="`Give ${standard.statement} as CASE`"
              @click="give(standard)"
            >
              CASE
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <StandardDialog
      v-if="editing"
      :given="editing.given"
      :is-new="editing.id === null"
      :areas="areas"
      habits
      @keep="keepStandard"
      @close="editing = null"
    />
  </section>
</template>

<style scoped>
.find {
  width: 320px;
  max-width: 100%;
  margin: 6px 0 10px;
}
.fold {
  background: none;
  border: 0;
  padding: 2px;
  color: inherit;
}
.area > td:first-child {
  font-weight: 560;
}
.course {
  display: inline-block;
  font-size: 12px;
  background: var(--ai1);
  border-radius: 9px;
  padding: 1px 8px;
  margin-right: 4px;
}
.ends {
  white-space: nowrap;
}
.ends .toggle + .toggle {
  margin-left: 4px;
}
.choose {
  display: grid;
  gap: 2px;
  padding: 6px 0;
}
</style>
