<script setup lang="ts">
import { blankRule, ruleFor, type Intake, type IntakeRule } from '#core/exchange/intake'
import { readDecimal } from '#core/number/decimal'
import { standardsOf } from '#core/plan/standards-of'
import type { CourseworkThere } from '#shared/intake'
import { counted, shortDay } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'

/** The rules by which coursework comes in, in their order, tried on what is there while they are written. */
const props = defineProps<{ intake: Readonly<Intake>; there: CourseworkThere | null }>()
const emit = defineEmits<{ keep: [to: Pick<Intake, 'rules' | 'pointsChange'>] }>()
const classStore = useClassStore()
const table = useTemplateRef('table')
const coursework = computed(() => props.there?.coursework ?? [])
/** What was set alike by hand, where no rule here says so yet. */
const learnt = computed(() =>
  (props.there?.learnt ?? []).filter(({ topic }) => !rules.value.some((rule) => rule.topic === topic)),
)
const categoryName = (id: string | null) => classStore.categories.find((each) => each.id === id)?.name ?? 'no category'

const rules = ref<IntakeRule[]>(structuredClone(toRaw(props.intake).rules.map((each) => ({ ...toRaw(each) }))))
const pointsChange = ref(props.intake.pointsChange)
const isChanged = computed(
  () =>
    JSON.stringify(rules.value) !== JSON.stringify(props.intake.rules) ||
    pointsChange.value !== props.intake.pointsChange,
)
const fault = computed(() => {
  const at = rules.value.findIndex(
    ({ multiplier }) => multiplier !== null && !(Number(readDecimal(multiplier) ?? '0') > 0),
  )
  if (at >= 0) return `Rule ${at + 1}: a multiplier is a number above 0, as 1.5.`
  const empty = rules.value.findIndex((each) => !each.topic && !each.words.trim() && !each.workType)
  return empty >= 0 ? `Rule ${empty + 1} fits nothing: say a topic, words of the title, or a type.` : ''
})
const ofCoursework = (name: 'topic' | 'workType') =>
  [...new Set(coursework.value.map((each) => each[name]))].filter(Boolean).toSorted()

const standards = computed(() => new Map(standardsOf(classStore.structure!).map((each) => [each.id, each.code])))
const hasStandards = computed(() => standards.value.size > 0)
/** The rule whose standards are open. */
const opened = ref(-1)

/** What each piece of coursework would be. */
const tried = computed(() =>
  coursework.value.map((each) => {
    const at = ruleFor(rules.value, each)
    const rule = rules.value[at]
    return {
      each,
      at,
      words: !rule
        ? 'comes in without a category'
        : rule.leaveOut
          ? 'left out'
          : [
              categoryName(rule.categoryId),
              rule.multiplier ? `times ${rule.multiplier}` : '',
              rule.counts === false ? 'does not count' : '',
              ...rule.standardIds.flatMap((id) => standards.value.get(id) ?? []),
            ]
              .filter(Boolean)
              .join(', '),
    }
  }),
)

function move(at: number, by: number): void {
  const [moved] = rules.value.splice(at, 1)
  rules.value.splice(at + by, 0, moved!)
  opened.value = -1
  void focusRow(at + by)
}
function add(rule: IntakeRule = blankRule()): void {
  rules.value.push({ ...rule })
  void focusRow(rules.value.length - 1)
}
function remove(at: number): void {
  rules.value.splice(at, 1)
  opened.value = -1
  void focusRow(Math.min(at, rules.value.length - 1))
}
async function focusRow(at: number): Promise<void> {
  await nextTick()
  const rows = table.value?.querySelectorAll<HTMLElement>('tr.rule')
  ;(rows?.[at]?.querySelector<HTMLElement>('input, select') ?? document.getElementById('add-rule'))?.focus()
}
function keep(): void {
  const read = rules.value.map((each) => ({
    ...each,
    words: each.words.trim(),
    multiplier: each.multiplier ? readDecimal(each.multiplier) : null,
  }))
  emit('keep', { rules: read, pointsChange: pointsChange.value })
}
const textOf = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="editor">
    <p class="soft">
      The first rule that fits a piece of coursework says what becomes of it. What you set by hand on an assignment
      stays.
    </p>
    <table v-if="rules.length" ref="table" class="plain">
      <thead>
        <tr>
          <th class="number">Rule</th>
          <th>Topic</th>
          <th>Words of the title</th>
          <th>Type</th>
          <th>Becomes</th>
          <th>Times</th>
          <th>Counts</th>
          <th v-if="hasStandards">Standards</th>
          <th><span class="visually-hidden">Order</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(rule, at) in rules" :key="at">
          <tr class="rule">
            <td class="number soft">{{ at + 1 }}</td>
            <td>
              <input
                v-model="rule.topic"
                list="topics"
                class="field"
                maxlength="120"
                :aria-label="`Topic of rule ${at + 1}`"
              />
            </td>
            <td>
              <input
                v-model="rule.words"
                class="field"
                maxlength="120"
                :aria-label="`Words of the title of rule ${at + 1}`"
              />
            </td>
            <td>
              <input
                v-model="rule.workType"
                list="work-types"
                class="field short"
                maxlength="60"
                :aria-label="`Type of rule ${at + 1}`"
              />
            </td>
            <td>
              <select
                class="field"
                :value="rule.leaveOut ? '-' : (rule.categoryId ?? '')"
                :aria-label="`What rule ${at + 1} makes of it`"
                @change="
                  ((rule.leaveOut = textOf($event) === '-'),
                  (rule.categoryId = ['', '-'].includes(textOf($event)) ? null : textOf($event)))
                "
              >
                <option value="">no category</option>
                <option v-for="each in classStore.categories" :key="each.id" :value="each.id">{{ each.name }}</option>
                <option value="-">left out</option>
              </select>
            </td>
            <td>
              <input
                :value="rule.multiplier ?? ''"
                class="field tiny"
                inputmode="decimal"
                placeholder="1"
                :disabled="rule.leaveOut"
                :aria-label="`Multiplier of rule ${at + 1}`"
                @input="rule.multiplier = textOf($event).trim() || null"
              />
            </td>
            <td>
              <input
                type="checkbox"
                :checked="rule.counts !== false"
                :disabled="rule.leaveOut"
                :aria-label="`Counts, by rule ${at + 1}`"
                @change="rule.counts = ($event.target as HTMLInputElement).checked ? null : false"
              />
            </td>
            <td v-if="hasStandards">
              <button
                type="button"
                class="chip"
                :disabled="rule.leaveOut"
                :aria-expanded="opened === at"
                :aria-label="`Standards of rule ${at + 1}: ${rule.standardIds.length || 'none'}`"
                @click="opened = opened === at ? -1 : at"
              >
                {{ rule.standardIds.length || 'none' }}
              </button>
            </td>
            <td class="order">
              <button
                type="button"
                class="chip"
                :disabled="at === 0"
                :aria-label="`Rule ${at + 1} up`"
                @click="move(at, -1)"
              >
                ↑
              </button>
              <button
                type="button"
                class="chip"
                :disabled="at === rules.length - 1"
                :aria-label="`Rule ${at + 1} down`"
                @click="move(at, 1)"
              >
                ↓
              </button>
              <button type="button" class="chip" :aria-label="`Remove rule ${at + 1}`" @click="remove(at)">
                Remove
              </button>
            </td>
          </tr>
          <tr v-if="opened === at && !rule.leaveOut">
            <td />
            <td colspan="8"><StandardPicker v-model="rule.standardIds" :label="`Standards of rule ${at + 1}`" /></td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-for="each in learnt" :key="each.topic" class="row-of learnt">
      <span
        >You gave coursework of <b>{{ each.topic }}</b> the category <b>{{ categoryName(each.categoryId) }}</b> by
        hand.</span
      ><button type="button" class="chip" @click="add(each)">Make it a rule</button>
    </p>
    <datalist id="topics"><option v-for="each in ofCoursework('topic')" :key="each" :value="each" /></datalist>
    <datalist id="work-types"><option v-for="each in ofCoursework('workType')" :key="each" :value="each" /></datalist>
    <div class="row-of">
      <button id="add-rule" type="button" class="chip" :disabled="rules.length >= 60" @click="add()">Add a rule</button>
      <label class="row-of"
        >When points change there, scores typed here
        <select v-model="pointsChange" class="field">
          <option value="keep">stay as they are</option>
          <option value="rescale">keep their share</option>
        </select></label
      >
    </div>
    <details v-if="coursework.length" open>
      <summary>
        Tried on {{ counted(coursework.length, 'piece') }} of coursework that
        {{ coursework.length === 1 ? 'is' : 'are' }} there now
      </summary>
      <table class="plain tried">
        <tbody>
          <tr v-for="{ each, at, words } in tried" :key="each.id">
            <td>{{ each.title }}</td>
            <td class="soft">{{ [each.topic, each.workType].filter(Boolean).join(', ') }}</td>
            <td class="soft">{{ shortDay(each.dueOn) }}</td>
            <td>{{ words }}</td>
            <td class="soft number">{{ at < 0 ? 'no rule' : `rule ${at + 1}` }}</td>
          </tr>
        </tbody>
      </table>
    </details>
    <p class="warn" role="alert">{{ fault }}</p>
    <div class="row-of">
      <Button label="Keep these rules" :disabled="!isChanged || !!fault" @click="keep" />
    </div>
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 8px;
  max-width: 980px;
  padding: 8px 0 12px;
}
.row-of {
  gap: 12px;
}
td input.field,
td select.field {
  width: 100%;
  min-width: 120px;
}
td input.tiny {
  width: 54px;
  min-width: 0;
}
.order {
  white-space: nowrap;
}
.order .chip + .chip {
  margin-left: 3px;
}
.tried td {
  padding-block: 3px;
}
summary {
  cursor: pointer;
}
</style>
