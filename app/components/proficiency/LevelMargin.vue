<script setup lang="ts">
import { levelIn } from '#core/proficiency/level'
import { sharesShown } from '#core/proficiency/calculated'
import type { LevelWindow } from '#core/proficiency/window'
import { round } from '#core/number/round'
import { fullName, type Standard } from '#core/section'
import { useClassStore } from '~/stores/class'
import type { Wish } from '~/sheet/types'
import { usePeriodQuery } from '~/composables/useGoTo'
import { counted, shortDay, capital } from '~/composables/useWords'
import { originWords } from '~/words/origins'
import LevelOverrideForm from './LevelOverrideForm.vue'

/** One student's level of one standard or area: the work behind it, the teacher's own beside it, and what is seen today. */
const props = defineProps<{ studentId: string; standard: Standard; window: LevelWindow }>()
const emit = defineEmits<{ back: [] }>()
const classStore = useClassStore()
const route = useRoute()

const student = computed(() => classStore.students.find((each) => each.id === props.studentId))
const scale = computed(() => props.window.scaleFor(props.standard.id))
const found = computed(() => {
  void classStore.about(props.studentId)
  return levelIn(props.window, props.studentId, props.standard.id)
})
const settings = computed(() => props.window.plan.proficiency)
const shares = computed(() => (found.value.parts ? null : sharesShown(settings.value, found.value.evidence)))
const twoPlaces = { places: 2, rounding: 'half up' } as const
const parts = computed(() =>
  found.value.parts?.map((each) => ({
    id: each.standard?.id ?? 'here',
    words: each.standard?.code || each.standard?.statement || 'Seen at the area itself',
    value: round(each.value, twoPlaces),
    weight: each.weight,
    isOverride: each.isOverride,
  })),
)
/** The cut-off that points reached. */
const cutOffWords = (from: string | null | undefined) =>
  from === undefined ? '' : from === null ? ', below every cut-off' : `: ${from} % or more`
const codeOf = (standardId: string) =>
  standardId === props.standard.id ? '' : `${props.window.tree.get(standardId)?.code ?? ''} `
const methodWords = computed(() =>
  found.value.parts ? 'Mean of its standards' : capital(settings.value.calculation.method),
)
const windowWords = computed(() =>
  settings.value.window === 'period'
    ? `evidence of ${classStore.period?.title} only`
    : `evidence of the year up to ${shortDay(props.window.period.lastDay)}`,
)
const period = usePeriodQuery()
const cellLink = (assignmentId: string) => ({
  path: `/class/${String(route.params.id)}`,
  query: {
    ...period.value,
    student: props.studentId,
    assignment: assignmentId,
  },
})

const form = useTemplateRef('form')
const seen = useTemplateRef('seen')
defineExpose({
  begin: (wish: Wish) => form.value?.begin(wish) ?? '',
  focusReason: () => form.value?.focusReason(),
  focusSeen: () => seen.value?.focus(),
})
</script>

<template>
  <div v-if="student">
    <h2>
      <NuxtLink :to="{ path: `/class/${String(route.params.id)}/levels/${student.id}`, query: route.query }">{{
        fullName(student)
      }}</NuxtLink><LeftMark :student="student" />
    </h2>
    <p class="soft">{{ classStore.period?.title }}: {{ windowWords }}</p>
    <p class="statement">
      <b>{{ standard.code }}</b> {{ standard.statement }}
    </p>
    <p v-if="standard.withdrawnOn" class="warn">
      The district took this standard away on {{ shortDay(standard.withdrawnOn) }}. Its evidence stays.
    </p>
    <LevelOverrideForm
      :key="`${student.id}/${standard.id}`"
      ref="form"
      :student-id="student.id"
      :standard-id="standard.id"
      :period-id="window.period.id"
      :scale="scale"
      :found="found"
      @back="emit('back')"
    />
    <h3 class="label">Show work</h3>
    <ol v-if="parts" class="evidence parts">
      <li v-for="each in parts" :key="each.id">
        <span
          >{{ each.words }}<small v-if="each.weight !== '1'" class="soft"> × {{ each.weight }}</small
          ><small v-if="each.isOverride" class="soft">, your own</small></span
        ><b>{{ each.value }}</b>
      </li>
    </ol>
    <ol v-else-if="found.evidence.length" class="evidence">
      <li v-for="(each, at) in found.evidence" :key="each.assignment?.id ?? each.observation!.id">
        <span class="soft">{{ shortDay(each.on) }}</span><span
          ><NuxtLink v-if="each.assignment" :to="cellLink(each.assignment.id)"
            >{{ codeOf(each.standardId) }}{{ each.assignment.name }}</NuxtLink
          ><template v-else>{{ codeOf(each.standardId) }}{{ each.observation!.note || 'Seen' }}</template
          ><small class="soft">{{
            each.assignment ? originWords[each.origin] + cutOffWords(each.cutOff) : ''
          }}</small></span
        ><span class="figures"
          ><small v-if="shares" class="soft" :title="`It is in the value with a share of ${shares[at]}`">{{
            shares[at]
          }}</small
          ><LevelMark :scale="scale" :value="each.level" small
        /></span>
      </li>
    </ol>
    <p class="total">
      <template v-if="found.calculated"
        >{{ methodWords }}: {{ found.calculated.value }},
        <b>{{ found.calculated.level.short }}, {{ found.calculated.level.label }}</b></template
      ><template v-else-if="found.evidence.length"
        >{{ counted(found.evidence.length, 'piece') }} of evidence; {{ settings.leastEvidence }} wanted: not enough
        evidence</template
      ><template v-else>Not enough evidence</template>
    </p>
    <SeenForm
      ref="seen"
      :key="`seen ${student.id}/${standard.id}`"
      :student-id="student.id"
      :standard-id="standard.id"
      :scale="scale"
      @back="emit('back')"
    />
  </div>
</template>

<style scoped>
.statement {
  margin: 8px 0 10px;
  line-height: 1.35;
}
.evidence {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
  font-size: 12.5px;
}
.evidence li {
  display: grid;
  grid-template-columns: 48px 1fr auto;
  gap: 6px;
  align-items: center;
}
.parts li {
  grid-template-columns: minmax(0, 1fr) auto;
}
.figures {
  display: flex;
  gap: 6px;
  align-items: center;
}
.total {
  border-top: 1px solid var(--ink);
  margin: 6px 0 12px;
  padding-top: 4px;
  font-size: 12.5px;
}
h3 {
  margin-top: 14px;
}
</style>
