<script setup lang="ts">
import { readCase } from '#core/formats/case/read'
import { writeCase } from '#core/formats/case/write'
import { jointId } from '#core/kind'
import { blanks, type RecordOf } from '#core/kinds'
import { districtScale, habitScale } from '#core/plan/level-scale'
import { bringStandards, newStandard, type StandardsPlan } from '#core/proficiency/bring-standards'
import type { Framework, StandardRecord } from '#core/proficiency/standard'
import { standardTree } from '#core/proficiency/standards'
import type { AvailableLevelScale } from '#core/scales/proficiency'
import type { Records } from '#core/records'
import type { Wanted } from '#core/wanted'
import { togetherResponse } from '#shared/class'
import {
  districtResponse,
  frameworksResponse,
  standardsResponse,
  type DistrictResponse,
  type StandardsResponse,
} from '#shared/plans'
import { usePerson } from '~/stores/person'
import { ApiProblem, ask } from '~/composables/useApi'
import { deedOf } from '~/composables/useDeed'
import { handOver } from '~/sheet/files'
import { counted } from '~/composables/useWords'

/** What the district teaches and judges by: its standards as a tree, which courses use them, and its proficiency scales. */
useHead({ title: 'Standards and levels · Yukata' })
const { today } = storeToRefs(usePerson())
const known = shallowRef<StandardsResponse | null>(null)
const district = shallowRef<DistrictResponse | null>(null)
const problem = ref('')
const said = ref('')

async function attempt(work: () => Promise<void>): Promise<boolean> {
  problem.value = ''
  try {
    await work()
    return true
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    problem.value = error.message
    return false
  }
}
async function read(): Promise<void> {
  ;[known.value, district.value] = await Promise.all([
    ask('/api/standards', standardsResponse),
    ask('/api/district', districtResponse),
  ])
}
await attempt(read)

const records = computed<Partial<Records>>(() => ({
  standard: known.value?.standards ?? {},
  courseStandard: known.value?.courseStandards ?? {},
  levelScale: district.value?.ownLevels ?? {},
  policy: { district: district.value?.policy ?? blanks.policy },
}))
const perform = (kind: 'standard' | 'scale' | 'policy', wanted: readonly Wanted[], words: string) =>
  attempt(async () => {
    const acts = deedOf(kind, [{ home: 'district', records: records.value, wanted }])
    if (acts.length) await ask('/api/acts', togetherResponse, { method: 'POST', body: { acts } })
    said.value = words
    await read()
  })

// Standards
const listed = computed(() =>
  Object.entries(known.value?.standards ?? {})
    .filter(([, each]) => !each.removed)
    .sort(([, a], [, b]) => a.place - b.place || (a.code < b.code ? -1 : 1))
    .map(([id, each]) => ({ ...each, id, owner: 'district' as const })),
)
const tree = computed(() => standardTree(listed.value))
const typed = ref('')
const open = ref(new Set<string>())
const toggle = (id: string) => {
  const next = new Set(open.value)
  if (!next.delete(id)) next.add(id)
  open.value = next
}
type Line = { standard: (typeof listed.value)[number]; depth: number; below: number }
const lines = computed<Line[]>(() => {
  const words = typed.value.trim().toLowerCase().split(/\s+/).filter(Boolean)
  const below = (id: string) => tree.value.childrenOf(id).length
  if (words.length)
    return listed.value
      .filter((each) => words.every((word) => `${each.code} ${each.statement}`.toLowerCase().includes(word)))
      .map((standard) => ({ standard, depth: 0, below: below(standard.id) }))
  const walk = (id: string, depth: number): Line[] => {
    const standard = listed.value.find((each) => each.id === id)!
    const shown = open.value.has(id) ? tree.value.childrenOf(id).flatMap((each) => walk(each.id, depth + 1)) : []
    return [{ standard, depth, below: below(id) }, ...shown]
  }
  return tree.value.roots.flatMap((each) => walk(each.id, 0))
})
const coursesOf = (id: string) =>
  (known.value?.courses ?? []).filter((each) => known.value?.courseStandards[jointId(each.id, id)]?.used)
const setCourse = (standardId: string, courseId: string, used: boolean) =>
  perform(
    'standard',
    [{ kind: 'courseStandard', id: jointId(courseId, standardId), to: { used } }],
    'Kept. It acts in every class of the course.',
  )
const setStandard = (id: string, to: Partial<StandardRecord>) =>
  perform('standard', [{ kind: 'standard', id, to }], 'Kept.')

const editing = shallowRef<{ id: string | null; given: Partial<StandardRecord> } | null>(null)
const areas = computed(() =>
  listed.value
    .filter((each) => each.id !== editing.value?.id)
    .filter((each) => !editing.value?.id || !tree.value.within(editing.value.id).some((one) => one.id === each.id))
    .map((each) => ({ id: each.id, words: `${each.code} ${each.statement}`.trim() })),
)
async function keepStandard(to: Partial<StandardRecord>): Promise<void> {
  const { id } = editing.value!
  const last = Math.max(0, ...listed.value.map((each) => each.place))
  const wanted: Wanted =
    id === null
      ? { kind: 'standard', id: crypto.randomUUID(), to: newStandard({ ...to, place: last + 1 }) }
      : { kind: 'standard', id, to }
  if (to.parentId) open.value = new Set([...open.value, to.parentId])
  if (await perform('standard', [wanted], 'Kept.')) editing.value = null
}
const choosing = ref<string | null>(null)

// CASE
const incoming = shallowRef<{ framework: Framework; plan: StandardsPlan } | null>(null)
const file = useTemplateRef('file')
const fileFault = ref('')
async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [chosen] = input.files ?? []
  if (!chosen) return
  fileFault.value = ''
  const found = readCase(await chosen.text())
  input.value = ''
  if ('fault' in found) fileFault.value = `${found.fault} Nothing was changed.`
  else incoming.value = { ...found, plan: bringStandards(known.value!.standards, found.framework, today.value) }
}
/** Asks the district's own system; each of its frameworks that differs is shown before anything is changed. */
const asking = ref(false)
async function pull(): Promise<void> {
  // A button that is switched off would lose the keyboard.
  if (asking.value) return
  asking.value = true
  await attempt(async () => {
    const { frameworks } = await ask('/api/exchange/standards', frameworksResponse, { patienceMs: 40_000 })
    const plans = frameworks.map((framework) => ({
      framework,
      plan: bringStandards(known.value!.standards, framework, today.value),
    }))
    incoming.value = plans.find((each) => each.plan.wanted.length) ?? null
    if (!incoming.value)
      said.value = frameworks.length
        ? 'The district has nothing else than what is here.'
        : 'The district’s system has no standards.'
  })
  asking.value = false
}
async function keepIncoming(): Promise<void> {
  const { plan, framework } = incoming.value!
  if (
    await perform(
      'standard',
      plan.wanted,
      `${framework.title}: ${counted(plan.added.length, 'standard')} new, ${plan.changed.length} changed, ${plan.withdrawn.length} withdrawn.`,
    )
  )
    incoming.value = null
}
function give(framework: (typeof listed.value)[number] | null): void {
  const within = framework ? new Set(tree.value.within(framework.id).map((each) => each.id)) : null
  const chosen = Object.fromEntries(
    Object.entries(known.value!.standards).filter(([id, each]) => !each.removed && (within?.has(id) ?? true)),
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

// Levels
const scales = computed(() => district.value?.levelScales ?? [])
const ruling = computed(() => (district.value ? { levelScales: scales.value, policy: district.value.policy } : null))
const ofClasses = computed(() => ruling.value && districtScale(ruling.value).id)
const ofHabits = computed(() => ruling.value && habitScale(ruling.value).id)
const usesOf = (id: string) =>
  (known.value?.levelUses[id] ?? 0) + (id === ofClasses.value ? (known.value?.levelUses[''] ?? 0) : 0)
const rule = (to: Partial<RecordOf<'policy'>>) =>
  perform('policy', [{ kind: 'policy', id: 'district', to }], 'Kept. It acts in every class from now on.')
const shaping = shallowRef<{ scale: AvailableLevelScale; isNew: boolean } | null>(null)
async function keepScale(kept: Pick<RecordOf<'levelScale'>, 'name' | 'levels' | 'halves'>): Promise<void> {
  const { scale, isNew } = shaping.value!
  const id = isNew ? crypto.randomUUID() : scale.id
  if (await perform('scale', [{ kind: 'levelScale', id, to: { ...kept, removed: false } }], 'Kept.'))
    shaping.value = null
}
const isOwn = (id: string) => id in (district.value?.ownLevels ?? blanks)
</script>

<template>
  <main id="work" class="page">
    <h1>Standards and levels</h1>
    <p class="soft lead">
      What is taught and judged by in the district. Classes have the standards of their course; a class can choose
      another proficiency scale, and its teacher can add standards of its own.
    </p>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <p class="small soft" role="status">{{ said }}</p>
    <template v-if="known && district">
      <section>
        <div class="head">
          <h2>Proficiency scales</h2>
          <Button
            label="Make a scale"
            severity="secondary"
            @click="shaping = { scale: scales.find((each) => each.id === ofClasses)!, isNew: true }"
          />
        </div>
        <table class="plain scales">
          <thead>
            <tr>
              <th>Scale</th>
              <th>Levels</th>
              <th class="mark">Every class</th>
              <th class="mark">Habits</th>
              <th class="number">Classes</th>
              <th><span class="visually-hidden">Change</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in scales" :key="each.id">
              <td>{{ each.name }}<small v-if="each.halves" class="soft">, half levels</small></td>
              <td>
                <span v-for="level in each.levels" :key="level.value" class="piece" :title="level.description"
                  ><LevelMark :scale="each" :value="level.value" small />
                  <small class="soft">{{ level.label }}</small></span
                >
              </td>
              <td class="mark">
                <input
                  type="radio"
                  name="of-classes"
                  :checked="ofClasses === each.id"
                  :aria-label="`${each.name} is the scale of every class that chooses no other`"
                  @change="rule({ levelScaleId: each.id })"
                />
              </td>
              <td class="mark">
                <input
                  type="radio"
                  name="of-habits"
                  :checked="ofHabits === each.id"
                  :aria-label="`${each.name} is the scale of learning habits`"
                  @change="rule({ habitScaleId: each.id })"
                />
              </td>
              <td class="number soft">{{ usesOf(each.id) }}</td>
              <td class="number">
                <button
                  type="button"
                  class="toggle"
                  :aria-label="isOwn(each.id) ? `Change ${each.name}` : `Copy ${each.name}`"
                  @click="shaping = { scale: each, isNew: !isOwn(each.id) }"
                >
                  {{ isOwn(each.id) ? 'change' : 'copy' }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <div class="head">
          <h2>Standards</h2>
          <span class="row-of">
            <Button label="Pull from the district" severity="secondary" :aria-busy="asking" @click="pull" />
            <Button label="Bring a CASE file" severity="secondary" @click="file?.click()" />
            <Button label="Give as CASE" severity="secondary" :disabled="!listed.length" @click="give(null)" />
            <Button label="Add a standard" @click="editing = { id: null, given: {} }" />
          </span>
        </div>
        <input
          ref="file"
          type="file"
          accept=".json,application/json"
          class="visually-hidden"
          tabindex="-1"
          aria-label="File of standards"
          @change="bring"
        />
        <Message v-if="fileFault" severity="error">{{ fileFault }}</Message>
        <input
          v-model="typed"
          class="field find"
          type="search"
          placeholder="Find by code or word"
          aria-label="Find a standard"
        />
        <p v-if="!listed.length" class="soft">
          No standards yet. Bring the framework that the district teaches by as a CASE file (1EdTech CASE 1.0, JSON), or
          add the first one.
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
            <tr v-for="{ standard, depth, below } in lines" :key="standard.id" :class="{ area: below }">
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
                <small v-if="standard.withdrawnOn" class="warn">, withdrawn {{ standard.withdrawnOn }}</small>
                <small v-if="below" class="soft">, {{ below }} below</small>
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
                  <label v-for="course in known.courses" :key="course.id" class="check"
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
      </section>
    </template>
    <StandardDialog
      v-if="editing"
      :given="editing.given"
      :is-new="editing.id === null"
      :areas="areas"
      habits
      @keep="keepStandard"
      @close="editing = null"
    />
    <LevelScaleDialog
      v-if="shaping"
      :scale="shaping.scale"
      :is-new="shaping.isNew"
      :touches="
        shaping.isNew
          ? 'It touches no class until it is chosen.'
          : `${counted(usesOf(shaping.scale.id), 'class', 'classes')} judge by it: each shows its levels by the new ones at once. Levels that were given stay as they are.`
      "
      :problem="problem"
      @keep="keepScale"
      @close="shaping = null"
    />
    <Dialog
      :visible="incoming !== null"
      modal
      :header="`Bring ${incoming?.framework.title}`"
      :style="{ width: '44rem' }"
      @update:visible="incoming = null"
    >
      <template v-if="incoming">
        <p>
          {{ counted(incoming.plan.added.length, 'standard') }} new, {{ incoming.plan.changed.length }} changed,
          {{ incoming.plan.withdrawn.length }} withdrawn, {{ incoming.plan.same }} the same. Evidence of what is
          withdrawn stays, and whether a standard is on the card stays as you set it here.
        </p>
        <div class="before">
          <p v-for="each in incoming.plan.withdrawn" :key="each"><b class="warn">withdrawn</b> {{ each }}</p>
          <p v-for="each in incoming.plan.changed" :key="each.id">
            <s class="soft">{{ each.before }}</s> {{ each.after }}
          </p>
          <p v-for="(each, at) in incoming.plan.added" :key="at"><b>new</b> {{ each }}</p>
        </div>
      </template>
      <template #footer
        ><Button label="Close" severity="secondary" @click="incoming = null" /><Button
          label="Bring it"
          autofocus
          :disabled="!incoming?.plan.wanted.length"
          @click="keepIncoming"
      /></template>
    </Dialog>
  </main>
</template>

<style scoped>
.lead {
  max-width: 44rem;
  margin-top: 4px;
}
section {
  padding: 16px 0 2px;
  max-width: 1000px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
  margin-bottom: 6px;
}
table {
  width: 100%;
}
td {
  vertical-align: middle;
}
.mark {
  text-align: center;
  width: 90px;
}
.piece {
  margin-right: 10px;
  white-space: nowrap;
}
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
.before {
  max-height: 320px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 6px 10px;
  font-size: 12.5px;
}
</style>
