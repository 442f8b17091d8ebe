<script setup lang="ts">
import { focusMade } from '~/focus/made'
import { blanks, type RecordOf } from '#core/kinds'
import type { Fixed as Policy } from '#core/plan/fixed'
import { districtScale, habitScale } from '#core/plan/level-scale'
import type { AvailableLevelScale } from '#core/scales/proficiency'
import type { StandardsOffice } from '~/composables/useStandardsOffice'
import { counted } from '~/composables/useWords'

/** The proficiency scales that there are: which of them is every class's and which is that of habits, and the district's own. */
const props = defineProps<{ office: StandardsOffice }>()
const scales = computed(() => props.office.district?.levelScales ?? [])
const ruling = computed(() =>
  props.office.district ? { levelScales: scales.value, policy: props.office.district.policy } : null,
)
const ofClasses = computed(() => ruling.value && districtScale(ruling.value).id)
const ofHabits = computed(() => ruling.value && habitScale(ruling.value).id)
/** The classes of a scale: those that chose it and, where it is every class's, those that chose none. */
function usesOf(id: string): { count: number; titles: string[] } {
  const uses = props.office.known?.levelUses ?? {}
  const found = [uses[id], id === ofClasses.value ? uses[''] : undefined].filter((use) => use !== undefined)
  return {
    count: found.reduce((sum, { count }) => sum + count, 0),
    titles: found.flatMap(({ titles }) => titles).toSorted((a, b) => a.localeCompare(b)),
  }
}
function namesOf(id: string): string {
  const { count, titles } = usesOf(id)
  return titles.join(', ') + (count > titles.length ? ` and ${count - titles.length} more` : '')
}
/** What is thought of: nothing acts in every class before it was seen what it does there; till then the choice stays. */
const proposed = shallowRef<Partial<Policy> | null>(null)
async function rule(to: Partial<Policy>): Promise<void> {
  proposed.value = null
  const words = 'Kept. It acts in every class from now on.'
  await props.office.perform('policy', [{ kind: 'policy', id: 'district', to }], words)
}
const shaping = shallowRef<{ scale: AvailableLevelScale; isNew: boolean } | null>(null)
async function keepScale(kept: Pick<RecordOf<'levelScale'>, 'name' | 'levels' | 'halves'>): Promise<void> {
  const { scale, isNew } = shaping.value!
  const id = isNew ? crypto.randomUUID() : scale.id
  if (!(await props.office.perform('scale', [{ kind: 'levelScale', id, to: { ...kept, removed: false } }], 'Kept.')))
    return
  shaping.value = null
  if (isNew) focusMade(id)
}
const isOwn = (id: string) => id in (props.office.district?.ownLevels ?? blanks)
</script>

<template>
  <section class="office">
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
        <tr v-for="each in scales" :key="each.id" :data-made="each.id">
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
              @click.prevent="ofClasses !== each.id && (proposed = { levelScaleId: each.id })"
            />
          </td>
          <td class="mark">
            <input
              type="radio"
              name="of-habits"
              :checked="ofHabits === each.id"
              :aria-label="`${each.name} is the scale of learning habits`"
              @click.prevent="ofHabits !== each.id && (proposed = { habitScaleId: each.id })"
            />
          </td>
          <td class="number soft">
            <span :title="namesOf(each.id)">{{ usesOf(each.id).count }}</span>
          </td>
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
    <PolicyOutlookDialog
      v-if="proposed && office.district"
      :present="office.district.policy"
      :to="proposed"
      :scales="office.district.scales"
      :level-scales="scales"
      @keep="rule"
      @close="proposed = null"
    />
    <LevelScaleDialog
      v-if="shaping"
      :scale="shaping.scale"
      :is-new="shaping.isNew"
      :touches="
        shaping.isNew
          ? 'It touches no class until it is chosen.'
          : `${counted(usesOf(shaping.scale.id).count, 'class', 'classes')} judge by it (${namesOf(shaping.scale.id)}): each shows its levels by the new ones at once. Levels that were given stay as they are.`
      "
      :problem="office.problem"
      @keep="keepScale"
      @close="shaping = null"
    />
  </section>
</template>

<style scoped>
.piece {
  margin-right: 10px;
  white-space: nowrap;
}
.piece small {
  margin-left: 4px;
}
</style>
