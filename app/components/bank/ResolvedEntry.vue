<script setup lang="ts">
import { resolvePieces } from '#core/remarks/bank'
import type { Student } from '#core/section'

/** An entry as it reads for a student, with what was filled in marked. */
const props = defineProps<{ text: string; student: Pick<Student, 'givenName' | 'familyName' | 'pronouns'> }>()
const pieces = computed(() => resolvePieces(props.text, props.student))
</script>

<template>
  <template v-for="(piece, at) in pieces" :key="at"
    ><mark v-if="piece.from">{{ piece.text }}</mark
    ><template v-else>{{ piece.text }}</template></template
  >
</template>

<style scoped>
mark {
  background: var(--ai2);
  border-radius: 3px;
  padding: 0 2px;
  color: inherit;
}
</style>
