<script setup lang="ts">
import { say } from '~/words/say'
import type { LooseEnd } from '#core/looseends'
import { useClassStore } from '~/stores/class'
import { pathOfEnd } from '~/composables/useEndPath'
import { goTo } from '~/composables/useGoTo'

const emit = defineEmits<{ done: [] }>()
const classStore = useClassStore()
const route = useRoute()

function look(end: LooseEnd) {
  emit('done')
  return goTo(pathOfEnd(String(route.params.id), end, route.query))
}
const mend = ({ kind, desired }: NonNullable<LooseEnd['fixes']>[number]) => classStore.change(kind, desired)
</script>

<template>
  <ul class="ends" aria-label="Loose ends">
    <li v-for="end in classStore.ends" :key="say(end.message)">
      <span>{{ say(end.message) }}</span><span class="ways"
        ><button v-for="fix in end.fixes" :key="fix.message.code" type="button" class="chip ochre" @click="mend(fix)">
          {{ say(fix.message) }}</button
        ><button type="button" class="chip ochre" @click="look(end)">{{ end.fixes ? 'Look' : 'Mend' }}</button></span
      >
    </li>
  </ul>
</template>

<style scoped>
.ends {
  position: absolute;
  right: 0;
  top: calc(100% + 4px);
  z-index: 20;
  width: min(620px, 78vw);
  max-height: 60vh;
  overflow-y: auto;
  list-style: none;
  margin: 0;
  padding: 6px 14px;
  background: var(--ochre1);
  border: 1px solid var(--ochre);
  border-radius: 8px;
  box-shadow: 0 6px 22px #1c234233;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 0;
}
li + li {
  border-top: 1px solid var(--line);
}
.ways {
  display: flex;
  gap: 5px;
  flex: none;
  align-self: start;
}
.chip {
  border: 1px solid var(--ochre);
}
</style>
