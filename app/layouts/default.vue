<script setup lang="ts">
import { useFinding } from '~/composables/useFinding'
const route = useRoute()
const hasMargin = computed(() => route.meta.margin === true)

const finding = useFinding()
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return
  event.preventDefault()
  finding.value = true
})
</script>

<template>
  <div class="frame" :class="{ 'has-margin': hasMargin }">
    <a class="skip" href="#work">Skip to the work</a>
    <DayColumn />
    <slot />
    <aside v-if="hasMargin" id="margin" class="margin" aria-label="Margin" />
    <div class="foot"><NoticeStrip /><StatusLine /></div>
    <FindDialog v-if="finding" @close="finding = false" />
  </div>
</template>

<style scoped>
.frame {
  height: 100dvh;
  display: grid;
  grid-template: minmax(0, 1fr) auto / 188px minmax(0, 1fr);
  overflow: hidden;
}
.foot {
  grid-column: 2 / -1;
  min-width: 0;
}
.skip {
  position: absolute;
  left: 8px;
  top: -60px;
  background: var(--sheet);
  padding: 6px 12px;
  border-radius: 7px;
  z-index: 20;
}
.skip:focus {
  top: 8px;
}
.frame.has-margin {
  grid-template-columns: 188px minmax(0, 1fr) 272px;
}
/* The sewing line at the edge of the cloth. */
.margin {
  border-left: 1px solid var(--line);
  background: linear-gradient(var(--thread), var(--thread)) 6px 0 / 1px 100% no-repeat var(--paper);
  padding: 14px 16px;
  overflow-y: auto;
  min-width: 0;
}
@media (max-width: 1100px) {
  .frame {
    grid-template-columns: 60px minmax(0, 1fr);
  }
  .frame.has-margin {
    grid-template-columns: 60px minmax(0, 1fr) 256px;
  }
}
@media (max-width: 760px) {
  .frame,
  .frame.has-margin {
    height: auto;
    min-height: 100dvh;
    overflow: visible;
    grid-template: auto / minmax(0, 1fr);
  }
}
@media print {
  .margin {
    display: none;
  }
  .frame,
  .frame.has-margin {
    display: block;
    height: auto;
    overflow: visible;
  }
}
</style>
