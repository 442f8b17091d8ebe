<script setup lang="ts">
import { notPlaced } from '~/sheet/clipboard'
import type { PasteLine, SheetCell } from '~/sheet/source-actions'
import type { PlacedCells } from '~/sheet/types'
import { useLeavers } from '~/composables/useLeavers'
import { counted } from '~/composables/useWords'

/** Who gets what, before a column without names is pasted: a list that is one off is seen here. */
const props = defineProps<{
  /** Where each text goes. */
  placed: () => PlacedCells
  look: (entries: [...SheetCell, text: string][]) => PasteLine[]
}>()
const emit = defineEmits<{ close: []; go: [] }>()

const { included } = useLeavers()
const placed = computed(() => {
  void included.value
  return props.placed()
})
const lines = computed(() => props.look(placed.value.entries))
const kept = computed(() => lines.value.filter((each) => !each.refused))
const columns = computed(() => new Set(lines.value.map((each) => each.assignment)))
</script>

<template>
  <Dialog visible modal header="Paste" :style="{ width: '36rem' }" @update:visible="emit('close')">
    <form @submit.prevent="emit('go')">
      <p class="soft">
        {{ columns.size === 1 ? [...columns][0] : counted(columns.size, 'assignment') }}, from
        {{ lines[0]?.student ?? 'no one' }} to {{ lines.at(-1)?.student ?? 'no one' }}. Nothing is saved yet.
      </p>
      <label class="beside"
        ><Checkbox v-model="included" binary input-id="paste-leavers" />
        <span>Also those who were not in the class then</span></label
      >
      <p v-if="placed.skipped.length" class="soft">Skipped, not enrolled then: {{ placed.skipped.join('; ') }}.</p>
      <p v-if="placed.left.length" class="warn" role="alert">{{ notPlaced(placed.left) }}</p>
      <div class="boxed list">
        <table class="ruled" aria-label="Who gets what">
          <tbody>
            <tr v-for="line in lines" :key="line.id">
              <th scope="row">{{ columns.size === 1 ? line.student : `${line.student}, ${line.assignment}` }}</th>
              <td class="soft">{{ line.before || 'blank' }}</td>
              <td :class="{ warn: line.refused }">{{ line.refused ?? (line.after || 'blank') }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="row-of foot">
        <Button type="button" label="Cancel" severity="secondary" @click="emit('close')" />
        <Button type="submit" autofocus :label="`Paste ${counted(kept.length, 'cell')}`" :disabled="!kept.length" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.list {
  max-height: 340px;
  margin-top: 10px;
}
td {
  width: 30%;
}
td:last-child {
  font-weight: 600;
}
.foot {
  justify-content: flex-end;
  margin-top: 14px;
  gap: 6px;
}
</style>
