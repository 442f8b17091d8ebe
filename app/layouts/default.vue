<script setup lang="ts">
import { useFinding } from '~/composables/useFinding'
import { DeclaredPlanDialog, FindDialog, PointsDialog, SealedDialog } from '~/composables/later'
import { usePlanQuestion } from '~/stores/plan-question'
import { usePointsQuestion } from '~/stores/points-question'
import { useSealed } from '~/stores/sealed'
import { useFrame } from '~/stores/frame'

const route = useRoute()
const hasMargin = computed(() => route.meta.margin === true)

const finding = useFinding()
const sealed = useSealed()
const points = usePointsQuestion()
const planChange = usePlanQuestion()
useEventListener('keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return
  event.preventDefault()
  finding.value = true
})

// `[` and `]` fold what stands at that side of the work.
const frame = useFrame()
const marginBox = useTemplateRef('margin-box')
watch(marginBox, (box) => (frame.marginBox = box), { flush: 'sync' })
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.defaultPrevented || (event.ctrlKey && !event.getModifierState('AltGraph')) || event.metaKey) return
  if ((event.target as HTMLElement).closest('input:not([hidden]), textarea, [role=dialog], [role=combobox]')) return
  if (event.key === '[') frame.foldDay()
  if (event.key === ']' && hasMargin.value) turnMargin()
})

// As a drawer it takes the keyboard when it opens, and closes when the keyboard goes back to the work.
const fold = useTemplateRef('fold')
const hasDrawer = computed(() => frame.isDrawer && hasMargin.value && !frame.isMarginAway)
let before: HTMLElement | null = null
function turnMargin(): void {
  const on = document.activeElement as HTMLElement | null
  frame.foldMargin()
  if (!frame.isDrawer) return
  if (frame.isMarginAway) return before?.focus()
  before = on
  fold.value?.focus()
}
function leaveDrawer(event: KeyboardEvent): void {
  if (hasDrawer.value && event.key === 'Escape' && !event.defaultPrevented) turnMargin()
}
useEventListener('focusin', ({ target }: FocusEvent) => {
  if (hasDrawer.value && (target as HTMLElement).closest('main')) frame.foldMargin()
})
</script>

<template>
  <div class="frame" :class="{ rail: frame.isRail, 'has-margin': hasMargin, 'margin-away': frame.isMarginAway }">
    <a class="skip" href="#work">Skip to the work</a>
    <DayColumn />
    <slot />
    <aside v-if="hasMargin" class="margin" aria-label="Margin" @keydown="leaveDrawer">
      <button
        ref="fold"
        type="button"
        class="fold"
        :aria-expanded="!frame.isMarginAway"
        aria-controls="margin"
        :title="frame.isMarginAway ? 'Open the margin ( ] )' : 'Fold the margin away ( ] )'"
        @click="turnMargin"
      >
        <i :class="frame.isMarginAway ? 'pi pi-angle-double-left' : 'pi pi-angle-double-right'" aria-hidden="true" />
        <span :class="{ 'visually-hidden': !frame.isMarginAway }">Margin</span>
      </button>
      <div v-show="!frame.isMarginAway" id="margin" ref="margin-box" />
    </aside>
    <div class="foot"><NoticeStrip /><StatusLine /></div>
    <SealedDialog v-if="sealed.waiting" />
    <PointsDialog v-if="points.question" />
    <DeclaredPlanDialog v-if="planChange.question" />
    <FindDialog v-if="finding" @close="finding = false" />
  </div>
</template>

<style scoped>
.frame {
  height: 100dvh;
  display: grid;
  --day: 188px;
  --margin: 272px;
  grid-template: minmax(0, 1fr) auto / var(--day) minmax(0, 1fr);
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
  grid-template-columns: var(--day) minmax(0, 1fr) var(--margin);
}
.frame.rail {
  --day: 60px;
}
.frame.margin-away {
  --margin: 24px;
}
/* The sewing line at the edge of the cloth. */
.margin {
  border-left: 1px solid var(--line);
  background: linear-gradient(var(--thread), var(--thread)) 6px 0 / 1px 100% no-repeat var(--paper);
  min-width: 0;
  min-height: 0;
  display: grid;
  position: relative;
}
#margin {
  padding: 14px 16px 14px 25px;
  overflow-y: auto;
  min-width: 0;
}
/* A tab on the sewing line, clear of whatever the margin holds. */
.fold {
  position: absolute;
  left: 0;
  top: calc(50% - 26px);
  width: 24px;
  height: 52px;
  padding: 0;
  border: 1px solid var(--line);
  border-left: 0;
  border-radius: 0 6px 6px 0;
  background: var(--paper);
  color: var(--soft);
  z-index: 1;
}
.fold:hover {
  color: var(--ink);
  background: var(--ai1);
}
.fold i {
  font-size: 9px;
}
.margin-away .fold {
  inset: 0;
  width: auto;
  height: auto;
  border: 0;
  border-radius: 0;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 8px;
}
.margin-away .fold span {
  writing-mode: vertical-rl;
}
@media (max-width: 1100px) {
  .frame:not(.margin-away) {
    --margin: 256px;
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
  .foot {
    grid-column: 1;
  }
  .margin {
    position: fixed;
    inset: 0 0 0 auto;
    width: min(320px, 92vw);
    z-index: 12;
    box-shadow: -8px 0 24px rgb(0 0 0 / 18%);
  }
  .margin-away .margin {
    inset: calc(50% - 48px) 0 auto auto;
    width: 24px;
    height: 96px;
    border: 1px solid var(--line);
    border-right: 0;
    border-radius: 6px 0 0 6px;
    box-shadow: none;
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
