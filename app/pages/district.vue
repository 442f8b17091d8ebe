<script setup lang="ts">
import { blanks } from '#core/kinds'
import type { Fixed as Policy } from '#core/plan/fixed'
import { scaleFaults } from '#core/scales/faults'
import { districtResponse, type DistrictResponse } from '#shared/plans'
import { ask } from '~/composables/useApi'
import { useOffice } from '~/composables/useOffice'
import { readers } from '~/composables/useReaders'
import { draftOf, type ScaleDraft, stepsOf } from '~/composables/useScaleDraft'
import { counted } from '~/composables/useWords'

/** What the district's office fixes for every class, and the scales that it offers. */
useHead({ title: 'District policy · Yukata' })
const district = shallowRef<DistrictResponse | null>(null)
const { problem, message, last, attempt, read, perform, undo } = useOffice(
  () => ask('/api/district', districtResponse),
  (found) => void (district.value = found),
  () => ({ policy: { district: policy.value }, scale: district.value?.own ?? {} }),
)
const policy = computed<Policy>(() => district.value?.policy ?? blanks.policy)
await attempt(read)

const KEPT = 'Kept. It acts in every class from now on.'
/** What is thought of: nothing acts in every class before it was seen what it does there. */
const proposed = shallowRef<Partial<Policy> | null>(null)
/** The fields show again what is kept, where a proposal was let go. */
const round = ref(0)
const set = (to: Partial<Policy>) => void (proposed.value = to)
/** A field that goes away as it is left has nothing to say any more. */
const weigh = (to: Partial<NonNullable<Policy['termWeights']>>) =>
  policy.value.termWeights && set({ termWeights: { ...policy.value.termWeights, ...to } })
function letGo(): void {
  proposed.value = null
  round.value++
}
function keep(to: Partial<Policy>): Promise<boolean> {
  proposed.value = null
  return perform('policy', [{ kind: 'policy', id: 'district', to }], KEPT)
}

const nightlyOf = (chosen: string) => (chosen === 'open' ? null : chosen === 'all')
const rounding = computed(() => policy.value.rounding)
function allow(id: string, allowed: boolean): void {
  const ids = policy.value.scaleIds ?? []
  void set({ scaleIds: allowed ? [...ids, id] : ids.filter((each) => each !== id) })
}

const draft = ref<ScaleDraft | null>(null)
const tried = ref(false)
const original = computed(() => district.value?.scales.find((each) => each.id === draft.value?.id) ?? null)
const steps = computed(() => (draft.value ? stepsOf(draft.value, original.value) : []))
const faults = computed(() => scaleFaults(steps.value))
const nameFault = computed(() => {
  const read = readers.scaleName(draft.value?.name ?? '')
  return 'problem' in read ? read.problem : ''
})
function edit(id: string | null): void {
  const found = district.value?.scales.find((each) => each.id === id) ?? district.value!.scales[0]!
  draft.value = { ...draftOf(found), ...(id === null ? { id: null, name: '' } : {}) }
  tried.value = false
}
async function keepScale(): Promise<void> {
  tried.value = true
  if (!draft.value || nameFault.value || faults.value.some((each) => each.severity === 'fault')) return
  const id = draft.value.id ?? crypto.randomUUID()
  const to = { name: draft.value.name.trim(), steps: steps.value, removed: false }
  if (await perform('scale', [{ kind: 'scale', id, to }], KEPT)) draft.value = null
}
const usedBy = (id: string) => counted(district.value?.uses[id] ?? 0, 'class', 'classes')
</script>

<template>
  <main id="work" class="page">
    <h1>District policy</h1>
    <p class="soft lead">
      What is fixed here acts in every class at once, and its teacher sees it as fixed, and by whom. What is left open
      is the teacher's.
      <template v-if="district?.policyBy">Last changed by {{ district.policyBy }}.</template>
    </p>
    <OfficeState :problem="problem" :message="message" :can-undo="last.length > 0" @undo="undo" />
    <div v-if="district" :key="round">
      <section>
        <h2>Term work and exam</h2>
        <label class="check"
          ><Checkbox
            :model-value="policy.termWeights !== null"
            binary
            @update:model-value="set({ termWeights: $event ? { work: '80', exam: '20' } : null })"
          />Fix what they weigh in a longer period</label
        >
        <div v-if="policy.termWeights" class="row-of gap">
          <span class="beside"
            >Term work
            <KeptField
              :value="policy.termWeights.work"
              label="Weight of term work"
              :read="readers.weight"
              inputmode="decimal"
              class="figure"
              @keep="weigh({ work: $event })" /></span
          ><span class="beside"
            >Exam
            <KeptField
              :value="policy.termWeights.exam"
              label="Weight of the exam"
              :read="readers.weight"
              inputmode="decimal"
              class="figure"
              @keep="weigh({ exam: $event })"
          /></span>
        </div>
      </section>
      <section>
        <h2>Rounding</h2>
        <label class="check"
          ><Checkbox
            :model-value="rounding !== null"
            binary
            @update:model-value="
              set({ rounding: $event ? { places: 0, rounding: 'half up', labelFrom: 'displayed' } : null })
            "
          />Fix how grades are rounded</label
        >
        <div v-if="rounding" class="pairs next">
          <RoundingChoices :value="rounding" @set="set({ rounding: { ...rounding, ...$event } })" />
        </div>
      </section>
      <section>
        <h2>Sent by night</h2>
        <label class="row-of"
          >What is ready goes to the district’s system each night
          <select
            class="field"
            :value="policy.nightlySend === null ? 'open' : policy.nightlySend ? 'all' : 'none'"
            @change="set({ nightlySend: nightlyOf(($event.target as HTMLSelectElement).value) })"
          >
            <option value="open">where the teacher says so</option>
            <option value="all">in every class</option>
            <option value="none">in no class</option>
          </select></label
        >
      </section>
      <section>
        <h2>Low line</h2>
        <label class="check"
          ><Checkbox
            :model-value="policy.lowLine !== null"
            binary
            @update:model-value="set({ lowLine: $event ? '70' : null })"
          />Fix the percent below which a grade wants a remark</label
        >
        <div v-if="policy.lowLine !== null" class="row-of gap">
          <KeptField
            :value="policy.lowLine"
            label="Low line, in percent"
            :read="readers.lowLine"
            inputmode="decimal"
            class="figure"
            @keep="set({ lowLine: $event })"
          />
        </div>
      </section>
      <section>
        <div class="head">
          <h2>Grading scales</h2>
          <Button label="Make a scale" severity="secondary" @click="edit(null)" />
        </div>
        <label class="check"
          ><Checkbox
            :model-value="policy.scaleIds !== null"
            binary
            @update:model-value="set({ scaleIds: $event ? district.scales.map((each) => each.id) : null })"
          />Allow only some of them</label
        >
        <table class="plain scales">
          <tbody>
            <tr v-for="each in district.scales" :key="each.id">
              <td>
                <label v-if="policy.scaleIds" class="check"
                  ><Checkbox
                    :model-value="policy.scaleIds.includes(each.id)"
                    binary
                    @update:model-value="allow(each.id, $event)"
                  />{{ each.name }}</label
                ><span v-else>{{ each.name }}</span>
              </td>
              <td class="soft">{{ each.steps.map((step) => `${step.label} ${step.from}`).join(', ') }}</td>
              <td class="soft number uses">{{ usedBy(each.id) }}</td>
              <td class="number">
                <button v-if="each.id in district.own" type="button" class="toggle" @click="edit(each.id)">
                  change
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
    <PolicyOutlookDialog
      v-if="proposed"
      :present="policy"
      :to="proposed"
      :scales="district!.scales"
      :level-scales="district!.levelScales"
      @keep="keep"
      @close="letGo"
    />
    <Dialog
      :visible="draft !== null"
      modal
      :header="draft?.id ? 'Change a scale' : 'Make a scale'"
      :style="{ width: '34rem' }"
      @update:visible="draft = null"
    >
      <template v-if="draft">
        <TextField v-model="draft.name" label="Name" :maxlength="60" :problem="tried ? nameFault : ''" autofocus />
        <ScaleSteps v-model="draft.steps" mine :faults="faults" />
        <p v-if="draft.id" class="soft small">
          {{ usedBy(draft.id) }} grade by it. They keep the old steps until their teachers take the new ones; each is
          told.
        </p>
      </template>
      <template #footer
        ><Button label="Close" severity="secondary" @click="draft = null" /><Button label="Keep" @click="keepScale"
      /></template>
    </Dialog>
    <ReportingWindows />
  </main>
</template>

<style scoped>
.lead {
  max-width: 44rem;
  margin-top: 4px;
}
section {
  padding: 16px 0 2px;
  max-width: 780px;
}
h2 {
  margin-bottom: 6px;
}
.gap {
  gap: 6px 18px;
  margin-top: 8px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
}
.scales {
  margin-top: 10px;
}
.scales td {
  vertical-align: middle;
}
.uses {
  white-space: nowrap;
}
</style>
