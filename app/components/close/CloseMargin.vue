<script setup lang="ts">
import type { BankEntry } from '#core/remarks/bank-entry'
import { fitted } from '#core/remarks/lines'
import { fullName } from '#core/section'
import { useJoinedBy } from '~/composables/useBankInText'
import type { CloseLine } from '~/composables/useClosing'
import type { Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'

const props = defineProps<{ line: CloseLine; isGraded: boolean; printing: boolean }>()
const classStore = useClassStore()
const emit = defineEmits<{ insert: [entry: BankEntry]; back: []; print: [] }>()
const form = useTemplateRef('form')
/** Opens the override with what was typed on the sheet, or takes it away. */
function begin(wish: Wish): void {
  if (wish === 'clear') form.value?.clear()
  else if (typeof wish === 'object') form.value?.begin(wish.type)
}
defineExpose({ begin })
const joinedBy = useJoinedBy()
const joints = [
  { value: ' ' as const, words: 'a space' },
  { value: '\n' as const, words: 'a new line' },
]
const box = computed(() => classStore.snapshot!.remarkBox)
const fit = computed(() => fitted(props.line.card, box.value))
</script>

<template>
  <div>
    <h2>{{ fullName(line.student) }}<LeftMark :student="line.student" /></h2>
    <p v-if="isGraded || line.grade?.override" class="soft">
      {{ line.grade?.effective ? `${line.grade.effective.percent ?? ''} ${line.grade.effective.label}` : 'No grade yet'
      }}<template v-if="line.grade?.override"
        >, the scores come to
        {{ line.grade.computed ? `${line.grade.computed.percent} ${line.grade.computed.label}` : 'nothing' }}</template
      >
    </p>
    <dl v-if="line.levels.length" class="levels">
      <template v-for="each in line.levels" :key="each.standardId">
        <dt :title="each.statement">
          <b>{{ each.code }}</b> {{ each.statement }}
        </dt>
        <dd>{{ each.level?.label ?? 'not enough evidence' }}</dd>
      </template>
    </dl>
    <OverrideForm ref="form" :student-id="line.student.id" :period-id="classStore.period!.id" />
    <CalledAs :student-id="line.student.id" />
    <BankList :line="line" @insert="emit('insert', $event)" @back="emit('back')" />
    <p class="small soft joined">
      <span>Joined by</span>
      <ToggleRow label="Joined by" :value="joinedBy" :options="joints" @choose="joinedBy = $event" />
      <NuxtLink to="/bank">Change the bank</NuxtLink>
    </p>
    <p class="small soft room">
      {{
        fit.over
          ? `${counted(fit.over, 'character')} will not print.`
          : `${fit.lines.length} of ${counted(box.lines, 'line')} of the card.`
      }}
    </p>
    <p class="row-of">
      <Button label="Report card (PDF)" severity="secondary" :loading="printing" @click="emit('print')" />
      <NuxtLink
        :to="{ path: `/class/${classStore.snapshot!.section.id}/reports`, query: { period: classStore.periodId } }"
        >All reports</NuxtLink
      >
    </p>
  </div>
</template>

<style scoped>
.levels {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 3px 10px;
  margin: 10px 0;
  font-size: 12px;
}
.levels dt {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.levels dd {
  margin: 0;
  color: var(--soft);
}
.room {
  margin: 10px 0;
}
p.row-of {
  gap: 12px;
  align-items: center;
}
.joined {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
  margin: 8px 0 0;
}
.joined a {
  margin-left: auto;
}
</style>
