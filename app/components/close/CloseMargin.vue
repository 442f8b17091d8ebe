<script setup lang="ts">
import { cardBox } from '#core/remarks/checks'
import { fullName } from '#core/section'
import type { CloseLine } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'

const props = defineProps<{ line: CloseLine; isGraded: boolean; printing: boolean }>()
const classStore = useClassStore()
const emit = defineEmits<{ insert: [text: string]; back: []; print: [] }>()
const bank = useTemplateRef('bank')
defineExpose({ search: () => bank.value?.focus() })
const left = computed(() => cardBox.characters - props.line.remark.length)
</script>

<template>
  <div>
    <h2>{{ fullName(line.student) }}</h2>
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
    <OverrideForm :student-id="line.student.id" :period-id="classStore.period!.id" />
    <BankList ref="bank" :student="line.student" @insert="emit('insert', $event)" @back="emit('back')" />
    <p class="small soft room">
      {{
        left >= 0
          ? `Room for ${counted(left, 'character')} more on the card.`
          : `${counted(-left, 'character')} will not print.`
      }}
    </p>
    <Button label="Report card (PDF)" severity="secondary" :loading="printing" @click="emit('print')" />
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
</style>
