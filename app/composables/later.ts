import type { Component } from 'vue'
import PartComing from '~/components/frame/PartComing.vue'
import PartMissing from '~/components/frame/PartMissing.vue'
import { whenFirstStands } from '~/composables/whenIdle'
import { useNotices } from '~/stores/notices'

type Parts = typeof import('./later-parts')

let parts: Promise<Parts> | null = null
/** When the first page stands. */
let stands: Promise<unknown> | undefined

/** Brings in what the Gradebook and its frame show beside or over the first row. What did not come is asked for again. */
function bringLater(): Promise<Parts> {
  parts ??= import('./later-parts')
  parts.catch(() => (parts = null))
  return parts
}

/** Has it come as soon as the first page stands: it is there when it is wanted, and not in the way of the first row. */
export const bringLaterOnceItStands = (): Promise<unknown> => (stands ??= whenFirstStands()).then(bringLater)

async function afterFirst(): Promise<Parts> {
  await stands
  return bringLater()
}

/** While a dialog is still on its way, no key does anything to what will lie under it; the browser's own keys are its own. */
const HoldsKeys = defineComponent(() => {
  useEventListener(
    'keydown',
    (event: KeyboardEvent) => {
      event.stopImmediatePropagation()
      if (!event.ctrlKey && !event.metaKey && !/^F\d+$/.test(event.key)) event.preventDefault()
    },
    { capture: true },
  )
  return () => null
})

/** In the place of a dialog that did not come: without it, what holds the keys would stay. */
const Nothing = defineComponent(() => () => null)

function part<K extends keyof Parts>(
  name: K,
  bring: () => Promise<Parts>,
  meanwhile: Component,
  instead: Component,
): Parts[K] {
  return defineAsyncComponent<Component>({
    loader: async () => (await bring())[name],
    // The page does not wait for it.
    suspensible: false,
    delay: 0,
    loadingComponent: meanwhile,
    errorComponent: instead,
    onError(_error, _again, fail) {
      useNotices().say(
        'This part of the page did not come. When the network is there, load the page again: all is kept.',
      )
      fail()
    },
  }) as Parts[K]
}
/** A dialog was asked for, and holds the keys until it is there: it comes at once. */
const dialog = <K extends keyof Parts>(name: K) => part(name, bringLater, HoldsKeys, Nothing)
/** What the first page has beside its first row comes after that row. */
const inPlace = <K extends keyof Parts>(name: K) => part(name, afterFirst, PartComing, PartMissing)

export const CopyAssignmentDialog = dialog('CopyAssignmentDialog')
export const FilesDialog = dialog('FilesDialog')
export const FillDialog = dialog('FillDialog')
export const FindDialog = dialog('FindDialog')
export const GridDialog = dialog('GridDialog')
export const KeysDialog = dialog('KeysDialog')
export const NoticesDialog = dialog('NoticesDialog')
export const PasteDialog = dialog('PasteDialog')
export const DeclaredPlanDialog = dialog('DeclaredPlanDialog')
export const PointsDialog = dialog('PointsDialog')
export const RemoveDialog = dialog('RemoveDialog')
export const SealedDialog = dialog('SealedDialog')
export const SignOutDialog = dialog('SignOutDialog')
export const StepDialog = dialog('StepDialog')
export const WaitingDialog = dialog('WaitingDialog')
export const WantedDialog = dialog('WantedDialog')

export const AssignmentMargin = inPlace('AssignmentMargin')
export const ClassNow = inPlace('ClassNow')
export const ColumnMargin = inPlace('ColumnMargin')
export const EmptySheet = inPlace('EmptySheet')
export const GradeMargin = inPlace('GradeMargin')
export const HeldScore = inPlace('HeldScore')
export const Message = inPlace('Message')
export const ShowWork = inPlace('ShowWork')
