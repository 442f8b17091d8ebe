<script setup lang="ts">
import type { Closing } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'
import { shortDay, counted } from '~/composables/useWords'

/** States that the period is complete, with what is left, or takes that back with a reason. */
const props = defineProps<{ closing: Closing }>()
const classStore = useClassStore()
const { lines, isGraded, unscored, written, toLookAt, declared, begun } = props.closing
const asking = ref<'declare' | 'reopen' | null>(null)
const reason = ref('')

function declare(desired: boolean): void {
  const id = classStore.period!.id
  classStore.change(desired ? 'declare' : 'reopen', [
    { kind: 'declaration', id, to: { declared: desired, reason: reason.value.trim() } },
  ])
  asking.value = null
  reason.value = ''
}

const left = computed(() => [
  ...(unscored.value.now ? [`${counted(unscored.value.now, 'score')} to give`] : []),
  ...(unscored.value.notYetDue ? [`${counted(unscored.value.notYetDue, 'score')} not yet due`] : []),
  ...(written.value < lines.value.length ? [`${counted(lines.value.length - written.value, 'remark')} to write`] : []),
  ...(toLookAt.value ? [`${counted(toLookAt.value, 'remark')} to look at`] : []),
])
</script>

<template>
  <div v-if="classStore.period">
    <div class="act">
      <template v-if="declared">
        <span class="sealed"><i aria-hidden="true" />{{ classStore.period.title }} is declared complete</span>
        <Button label="Reopen" severity="secondary" @click="asking = 'reopen'" />
      </template>
      <template v-else>
        <span class="soft">{{
          !begun
            ? `Begins ${shortDay(classStore.period.firstDay)}`
            : left.length
              ? `Left: ${left.join(', ')}`
              : 'Nothing is left'
        }}</span>
        <button type="button" class="seal" :disabled="!lines.length || !begun" @click="asking = 'declare'">
          Declare {{ classStore.period.title }}
        </button>
      </template>
    </div>
    <Dialog
      :visible="asking !== null"
      modal
      :header="
        asking === 'reopen' ? `Reopen ${classStore.period.title}?` : `Declare ${classStore.period.title} complete?`
      "
      :style="{ width: '32rem' }"
      @update:visible="asking = null"
    >
      <template v-if="asking === 'declare'">
        <p>
          The {{ isGraded ? 'grades and remarks' : 'remarks' }} of {{ counted(lines.length, 'student') }} are kept as
          they are now, and go to the district with the next exchange.
          <template v-if="!isGraded">Levels go on being calculated, and are not sent yet.</template>
        </p>
        <p v-if="left.length" class="warn still">Still left: {{ left.join(', ') }}.</p>
      </template>
      <TextField v-else v-model="reason" label="Why, for the history" autofocus :maxlength="500" />
      <template #footer>
        <Button label="Back" severity="secondary" @click="asking = null" />
        <Button v-if="asking === 'declare'" label="Declare it complete" @click="declare(true)" />
        <Button v-else label="Reopen" :disabled="!reason.trim()" @click="declare(false)" />
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
.act {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  padding: 8px 18px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
}
.seal {
  border: 2px solid var(--shu);
  color: var(--shu);
  border-radius: 8px;
  padding: 4px 14px;
  font-weight: 680;
  background: var(--field);
}
.seal:disabled {
  opacity: 0.5;
  cursor: default;
}
.sealed {
  display: flex;
  gap: 9px;
  align-items: center;
  font-weight: 600;
}
.sealed i {
  width: 12px;
  height: 12px;
  border-radius: 3.5px;
  background: var(--shu);
}
.still {
  margin-top: 8px;
}
</style>
