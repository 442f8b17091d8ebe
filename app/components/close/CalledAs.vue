<script setup lang="ts">
import { pronounSets, type Pronouns } from '#core/remarks/pronouns'
import { useClassStore } from '~/stores/class'

/** How remarks speak of a student: the name that is called, and the pronouns where the roster is silent. */
const props = defineProps<{ studentId: string }>()
const classStore = useClassStore()
const inRoster = computed(() => classStore.students.find((each) => each.id === props.studentId)!)
const called = computed(() => classStore.get('calledAs', props.studentId))
const options = [
  ...pronounSets.map((value) => ({ value: value as Pronouns | null, words: value })),
  { value: null, words: 'by name' },
]
const set = (to: Partial<{ givenName: string; pronouns: Pronouns | null }>) =>
  classStore.change('remark', [{ kind: 'calledAs', id: props.studentId, to }])
const readName = (text: string) => ({ kept: text.trim() === inRoster.value.givenName ? '' : text.trim().slice(0, 60) })
</script>

<template>
  <details>
    <summary class="small">
      Called {{ called.givenName || inRoster.givenName || inRoster.familyName }},
      {{ inRoster.pronouns ?? called.pronouns ?? 'by name' }}
    </summary>
    <div class="called">
      <KeptField
        :value="called.givenName || inRoster.givenName"
        label="Called in remarks"
        :read="readName"
        @keep="set({ givenName: $event })"
      />
      <p v-if="inRoster.pronouns" class="small soft">The roster says {{ inRoster.pronouns }}.</p>
      <template v-else>
        <p class="small soft">The roster does not say the pronouns.</p>
        <ToggleRow label="Pronouns" :value="called.pronouns" :options="options" @choose="set({ pronouns: $event })" />
      </template>
    </div>
  </details>
</template>

<style scoped>
details {
  margin-top: 8px;
}
summary {
  cursor: pointer;
}
.called {
  display: grid;
  gap: 6px;
  padding-top: 6px;
}
</style>
