<script setup lang="ts">
import { resolve } from '#core/remarks/bank'
import type { Statement } from '#core/remarks/statement'
import type { CloseLine } from '~/composables/useClosing'
import { counted } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'

/** What is said of the whole class: where it stands, and how it reads; personal parts are not touched by it. */
const props = defineProps<{ lines: readonly CloseLine[] }>()
const emit = defineEmits<{ close: [] }>()
const classStore = useClassStore()
const id = classStore.period!.id
const present = classStore.get('statement', id)
const form = reactive({ text: present.text, stands: present.stands })
const places: { value: Statement['stands']; words: string }[] = [
  { value: 'before', words: 'before each remark' },
  { value: 'after', words: 'after it' },
  { value: 'where empty', words: 'only where there is none' },
]
const reached = computed(
  () => props.lines.filter((line) => form.stands !== 'where empty' || !line.remark.trim()).length,
)
const example = computed(() => props.lines.find((line) => form.stands !== 'where empty' || !line.remark.trim()))
function keep(): void {
  classStore.change('remark', [{ kind: 'statement', id, to: { text: form.text.trim(), stands: form.stands } }])
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`Said of the whole class, ${classStore.period!.title}`"
    :style="{ width: '34rem' }"
    @update:visible="emit('close')"
  >
    <form id="statement" class="form" @submit.prevent="keep">
      <textarea
        v-model="form.text"
        class="field"
        rows="3"
        maxlength="1000"
        spellcheck="true"
        autofocus
        aria-label="Statement for the class"
        placeholder="This quarter we built a model of our river delta."
      />
      <p class="small soft">Placeholders of the bank, as {name} and {their}, are filled in for each student.</p>
      <ToggleRow label="Where it stands" :value="form.stands" :options="places" @choose="form.stands = $event" />
      <p v-if="form.text.trim()" role="status">
        On {{ counted(reached, 'card') }}<template v-if="example">; as for {{ example.student.givenName }}:</template>
        <q v-if="example">{{ resolve(form.text.trim(), example.student) }}</q>
      </p>
    </form>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button type="submit" form="statement" :label="form.text.trim() || !present.text ? 'Keep' : 'Take it away'" />
    </template>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  padding-top: 3px;
}
q {
  display: block;
  margin-top: 4px;
  color: var(--soft);
  quotes: none;
}
</style>
