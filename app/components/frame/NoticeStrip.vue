<script setup lang="ts">
import { useNotices } from '~/stores/notices'

/** What the product says, in a strip above the status line that covers nothing. */
const notices = useNotices()
const route = useRoute()
watch(
  () => route.path,
  () => notices.settle(),
)
</script>

<template>
  <div class="strip" role="status">
    <p v-if="notices.shown">
      <span>{{ notices.shown.words }}</span>
      <button type="button" class="chip ochre" aria-label="Put this notice away" @click="notices.settle()">
        Got it
      </button>
    </p>
  </div>
</template>

<style scoped>
p {
  margin: 0;
  padding: 4px 18px;
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  background: var(--ochre1);
  border-top: 1px solid var(--ochre);
  color: var(--ink);
  line-height: 1.35;
}
.chip {
  flex: none;
  border: 1px solid var(--ochre);
}
@media print {
  .strip {
    display: none;
  }
}
</style>
