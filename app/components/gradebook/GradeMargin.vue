<script setup lang="ts">
import { workLines } from '~/words/work-lines'
import { fullName } from '#core/section'
import type { Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'

/** A computed cell of the gradebook: a grade with its work and its override, or the result of a category. */
const props = defineProps<{ studentId: string; periodId: string; categoryId: string | null }>()
const emit = defineEmits<{ back: [] }>()

const classStore = useClassStore()
const form = useTemplateRef('form')
const workHead = useTemplateRef('workHead')

const student = computed(() => classStore.students.find((each) => each.id === props.studentId))
const period = computed(() => classStore.snapshot!.periods.find((each) => each.id === props.periodId))
const category = computed(() => classStore.categories.find((each) => each.id === props.categoryId))
const grade = computed(() => classStore.gradeOfStudent(props.studentId, props.periodId))
const lines = computed(() => {
  const work = classStore.workOf(props.studentId, props.periodId)
  if (!work) return []
  if (!category.value) return workLines(classStore.snapshot!, work, false)
  // Of a category, its own line and those of its scores.
  const all = workLines(classStore.snapshot!, work)
  const from = all.findIndex((line) => line.kind === 'category' && line.text === category.value!.name)
  const after = all.findIndex((line, at) => at > from && line.kind !== 'item')
  return from < 0 ? [] : all.slice(from, after < 0 ? undefined : after)
})
const page = computed(() => ({
  path: `/class/${classStore.snapshot!.section.id}/student/${props.studentId}`,
  query: { period: props.periodId },
}))

const SCORES =
  'It is computed from its scores. Type in the columns of its assignments, or override the grade of the period.'
/** Starts what the cell is for; gives words where there is nothing to start. */
function begin(wish: Wish): string {
  if (typeof wish === 'object' && wish.type === '=') return (workHead.value?.focus(), '')
  if (props.categoryId) return SCORES
  if (wish === 'clear')
    return grade.value?.override
      ? (form.value?.clear(), 'Your own grade is taken away; the computed one stands.')
      : 'This grade is computed: there is nothing to clear. Type a percent or a letter to override it.'
  if (wish === 'paste' || wish === 'fill') return 'Grades are computed. Type one to override it, each by itself.'
  if (!/^[\dA-Z.,+]?$/.test(wish.type)) return 'Type a percent or a letter of the scale to override this grade.'
  return (form.value?.begin(wish.type), '')
}
/** What was typed is kept by Enter, and the hands go back to the sheet; what cannot be read keeps them. */
async function entered({ target }: KeyboardEvent): Promise<void> {
  await nextTick()
  const field = target as HTMLElement
  if (field instanceof HTMLInputElement && field.type === 'text' && !field.classList.contains('p-invalid')) emit('back')
}
defineExpose({ begin })
</script>

<template>
  <div v-if="student && period" @keydown.esc="emit('back')">
    <h2>
      <NuxtLink :to="page">{{ fullName(student) }}</NuxtLink><LeftMark :student="student" />
    </h2>
    <p class="soft sub">{{ category ? `${category.name}, ${period.title}` : period.title }}</p>
    <p class="big flare">
      <template v-if="category">{{ grade?.categories.get(category.id)?.percent ?? '–' }}</template><template
        v-else-if="grade?.effective"
        >{{ grade.effective.percent }} {{ grade.effective.label
        }}<small v-if="grade.override" class="soft">
          the scores come to
          {{ grade.computed ? `${grade.computed.percent} ${grade.computed.label}` : 'nothing' }}</small
        ></template
      ><template v-else>–</template>
    </p>
    <div v-if="!category" @keydown.enter="entered">
      <OverrideForm :key="`${studentId}/${periodId}`" ref="form" :student-id="studentId" :period-id="periodId" />
    </div>
    <h3 ref="workHead" class="label" tabindex="-1">Show work</h3>
    <WorkLines v-if="lines.length" :lines="lines" />
    <p v-else class="soft">There is nothing in it yet.</p>
  </div>
</template>

<style scoped>
.sub {
  margin-bottom: 10px;
}
.big {
  margin-bottom: 12px;
  font-size: 30px;
  font-weight: 560;
  line-height: 1;
}
.big small {
  display: block;
  margin-top: 5px;
  font-size: 13px;
  font-weight: 400;
  font-variation-settings: 'FLAR' 0;
}
</style>
