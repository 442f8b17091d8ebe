import type { Component } from 'vue'
import PartComing from '~/components/frame/PartComing.vue'
import PartMissing from '~/components/frame/PartMissing.vue'
import { useNotices } from '~/stores/notices'

type Parts = typeof import('./later-parts')

let parts: Promise<Parts> | null = null

/**
 * Brings in, as one file, what the Gradebook and its frame show only once somebody asks for it. It is called for when the
 * first page stands, so that a dialog is there when it is wanted and its script not in the way of the first row. What did
 * not come is asked for again.
 */
export function bringLater(): Promise<Parts> {
  parts ??= import('./later-parts')
  parts.catch(() => (parts = null))
  return parts
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

function part<K extends keyof Parts>(name: K, meanwhile: Component, instead: Component): Parts[K] {
  return defineAsyncComponent<Component>({
    loader: async () => (await bringLater())[name],
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
const dialog = <K extends keyof Parts>(name: K) => part(name, HoldsKeys, Nothing)
const inPlace = <K extends keyof Parts>(name: K) => part(name, PartComing, PartMissing)

export const CopyAssignmentDialog = dialog('CopyAssignmentDialog')
export const FilesDialog = dialog('FilesDialog')
export const FillDialog = dialog('FillDialog')
export const FindDialog = dialog('FindDialog')
export const GridDialog = dialog('GridDialog')
export const KeysDialog = dialog('KeysDialog')
export const NoticesDialog = dialog('NoticesDialog')
export const PasteDialog = dialog('PasteDialog')
export const RemoveDialog = dialog('RemoveDialog')
export const SealedDialog = dialog('SealedDialog')
export const SignOutDialog = dialog('SignOutDialog')
export const StepDialog = dialog('StepDialog')
export const WaitingDialog = dialog('WaitingDialog')

export const AssignmentMargin = inPlace('AssignmentMargin')
export const ClassNow = inPlace('ClassNow')
export const ColumnMargin = inPlace('ColumnMargin')
export const EmptySheet = inPlace('EmptySheet')
export const GradeMargin = inPlace('GradeMargin')
export const HeldScore = inPlace('HeldScore')
export const Message = inPlace('Message')
export const ShowWork = inPlace('ShowWork')
