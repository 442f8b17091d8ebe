<script setup lang="ts">
import { cardBox } from '#core/remarks/checks'
import { fullName } from '#core/section'
import type { CloseLine } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'

const props = defineProps<{ line: CloseLine; printing: boolean }>()
const classStore = useClassStore()
const emit = defineEmits<{ insert: [text: string]; back: []; print: [] }>()
const bank = useTemplateRef('bank')
defineExpose({ search: () => bank.value?.focus() })
const left = computed(() => cardBox.characters - props.line.remark.length)
</script>

<template>
  <div>
    <h2>{{ fullName(line.student) }}</h2>
    <p class="soft">
      {{ line.grade?.effective ? `${line.grade.effective.percent ?? ''} ${line.grade.effective.label}` : 'No grade yet'
      }}<template v-if="line.grade?.override"
        >, the scores come to
        {{ line.grade.computed ? `${line.grade.computed.percent} ${line.grade.computed.label}` : 'nothing' }}</template
      >
    </p>
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
.room {
  margin: 10px 0;
}
</style>
