<script setup lang="ts">
import { useNotices } from '~/stores/notices'
import { shortInstant } from '~/composables/useWords'

/** Everything that was said since the page was opened, newest first. */
const emit = defineEmits<{ close: [] }>()
const notices = useNotices()
</script>

<template>
  <Dialog visible modal header="Notices" :style="{ width: '34rem' }" @update:visible="emit('close')">
    <ul>
      <li v-for="each in notices.list" :key="each.id">
        <span class="soft small">{{ shortInstant(new Date(each.at)) }}</span> {{ each.words }}
      </li>
    </ul>
    <p v-if="!notices.list.length" class="soft">Nothing was said since the page was opened.</p>
  </Dialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 6px 0;
}
li + li {
  border-top: 1px solid var(--line);
}
</style>
