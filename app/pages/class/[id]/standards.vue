<script setup lang="ts">
import { scaleOf } from '#core/plan/level-scale'
import { standardsOf } from '#core/plan/standards-of'
import { newStandard } from '#core/proficiency/bring-standards'
import type { StandardRecord } from '#core/proficiency/standard'
import { standardTree } from '#core/proficiency/standards'
import type { AvailableLevelScale } from '#core/scales/proficiency'
import type { RecordOf } from '#core/kinds'
import type { Standard } from '#core/section'
import { focusMade } from '~/focus/made'
import { useClassStore } from '~/stores/class'
import { useBatch } from '~/composables/useBatch'
import { counted, shortDay } from '~/composables/useWords'
import { usePeriodQuery } from '~/composables/useGoTo'

definePageMeta({ margin: false })

/** The standards of this class: those that come with its course, and those that its teacher made; and its proficiency scale. */
const route = useRoute()
const classStore = useClassStore()
const query = usePeriodQuery()
const all = computed(() => standardsOf(classStore.structure!))
const tree = computed(() => standardTree(all.value))
type Line = { standard: Standard; depth: number }
const lines = computed(() => {
  const walk = (standard: Standard, depth: number): Line[] => [
    { standard, depth },
    ...tree.value.childrenOf(standard.id).flatMap((each) => walk(each, depth + 1)),
  ]
  return tree.value.roots.flatMap((each) => walk(each, 0))
})
const usesOf = (id: string) =>
  Object.values(classStore.structure!.records.assignment).filter(
    (each) => !each.removed && each.standardIds.includes(id),
  ).length

const editing = shallowRef<{ id: string | null; given: Partial<StandardRecord> } | null>(null)
const areas = computed(() =>
  all.value
    .filter(
      (standard) => !editing.value?.id || !tree.value.within(editing.value.id).some((one) => one.id === standard.id),
    )
    .map((each) => ({ id: each.id, words: `${each.code} ${each.statement}`.trim() })),
)
function keep(to: Partial<StandardRecord>): void {
  const { id } = editing.value!
  const places = Object.values(classStore.snapshot!.records.standard).map((each) => each.place)
  const record =
    id === null
      ? { id: crypto.randomUUID(), to: newStandard({ ...to, place: Math.max(0, ...places) + 1 }) }
      : { id, to }
  if (!classStore.change('standard', [{ kind: 'standard', ...record }])) return
  editing.value = null
  if (id === null) focusMade(record.id)
}
const remove = (id: string) => classStore.change('standard', [{ kind: 'standard', id, to: { removed: true } }])

// The class's scale, and a teacher's own.
const scale = computed(() => scaleOf(classStore.structure!))
const shaping = shallowRef<{ scale: AvailableLevelScale; isNew: boolean } | null>(null)
const { plans, problem, busy, load, perform } = useBatch()
const touched = computed(() =>
  (plans.value?.classes ?? []).filter(
    (each) => !each.past && each.plan?.proficiency.scaleId === shaping.value?.scale.id,
  ),
)
async function shape(of: AvailableLevelScale): Promise<void> {
  await load()
  shaping.value = { scale: of, isNew: of.owner !== 'mine' }
}
async function keepScale(kept: Pick<RecordOf<'levelScale'>, 'name' | 'levels' | 'halves'>): Promise<void> {
  const { scale: before, isNew } = shaping.value!
  const id = isNew ? crypto.randomUUID() : before.id
  const sectionId = classStore.snapshot!.section.id
  const { plan } = classStore
  const present = { name: before.name, levels: before.levels, halves: before.halves ?? false, removed: false }
  const done = await perform('scale', [
    {
      scope: 'user',
      records: { levelScale: isNew ? {} : { [id]: present } },
      desired: [{ kind: 'levelScale', id, to: { ...kept, removed: false } }],
    },
  ])
  if (!done) return
  shaping.value = null
  await classStore.readAgain()
  if (isNew)
    classStore.change('plan', [
      { kind: 'plan', id: sectionId, to: { proficiency: { ...plan!.proficiency, scaleId: id } } },
    ])
}
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack view="/proficiency" />
      <Button label="Add a standard" @click="editing = { id: null, given: {} }" />
    </div>
    <div class="paper" tabindex="0" role="region" aria-label="Standards of this class">
      <section>
        <h2>Levels</h2>
        <p class="scale">
          <b>{{ scale.name }}</b>
          <span v-for="level in scale.levels" :key="level.value" class="piece"
            ><LevelMark :scale="scale" :value="level.value" small /> {{ level.label }}</span
          >
          <span v-if="scale.halves" class="soft">half levels</span>
          <button type="button" class="toggle" @click="shape(scale)">
            {{ scale.owner === 'mine' ? 'change' : 'make one of my own from it' }}
          </button>
          <NuxtLink class="toggle" :to="{ path: `/class/${String(route.params.id)}/plan`, query }"
            >choose another</NuxtLink
          >
        </p>
      </section>
      <section>
        <h2>Standards</h2>
        <p v-if="!lines.length" class="soft">
          None yet. Those of the course come from the district; add the first one of your own here.
        </p>
        <table v-else class="plain">
          <thead>
            <tr>
              <th>Standard</th>
              <th>From</th>
              <th class="number">Assignments</th>
              <th><span class="visually-hidden">Change</span></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ standard, depth } in lines"
              :key="standard.id"
              :class="{ area: tree.childrenOf(standard.id).length }"
              :data-made="standard.id"
            >
              <td :style="{ paddingLeft: `${depth * 18 + 9}px` }">
                <b>{{ standard.code }}</b> {{ standard.statement }}
                <small v-if="standard.habit" class="soft">, habit</small>
                <small v-if="standard.withdrawnOn" class="warn">, withdrawn {{ shortDay(standard.withdrawnOn) }}</small>
                <small v-if="!standard.reported" class="soft">, not on the card</small>
              </td>
              <td class="soft">{{ standard.owner === 'class' ? 'this class' : 'the district' }}</td>
              <td class="number">{{ usesOf(standard.id) || '' }}</td>
              <td class="number">
                <template v-if="standard.owner === 'class'">
                  <button
                    type="button"
                    class="toggle"
                    :aria-label="`Change ${standard.code || standard.statement}`"
                    @click="editing = { id: standard.id, given: classStore.get('standard', standard.id) }"
                  >
                    change
                  </button>
                  <button
                    type="button"
                    class="toggle"
                    :aria-label="`Delete ${standard.code || standard.statement}`"
                    @click="remove(standard.id)"
                  >
                    delete
                  </button>
                </template>
                <NuxtLink
                  v-else
                  class="toggle"
                  :to="{ path: `/class/${String(route.params.id)}/standard/${standard.id}`, query }"
                  >across the class</NuxtLink
                >
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <StandardDialog
      v-if="editing"
      :given="editing.given"
      :is-new="editing.id === null"
      :areas="areas"
      @keep="keep"
      @close="editing = null"
    />
    <LevelScaleDialog
      v-if="shaping"
      :scale="shaping.scale"
      :is-new="shaping.isNew"
      :touches="
        shaping.isNew
          ? `A scale of your own; ${classStore.snapshot!.section.title} takes it at once.`
          : `${counted(touched.length, 'class', 'classes')} of yours judge by it: ${touched.map((each) => each.title).join(', ')}. Levels that were given stay as they are.`
      "
      :problem="problem"
      :busy="busy"
      @keep="keepScale"
      @close="shaping = null"
    />
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
section {
  max-width: 900px;
  margin-bottom: 18px;
}
.scale {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin-top: 6px;
}
.piece {
  white-space: nowrap;
}
table {
  width: 100%;
}
td {
  vertical-align: middle;
}
.area > td:first-child {
  font-weight: 560;
}
</style>
