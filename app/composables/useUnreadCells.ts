import { say } from '~/words/say'
import { jointId } from '#core/kind'
import { useUnread, type Unread } from '~/stores/unread'
import type { CellView } from '~/sheet/types'
import type { ClassStore } from '~/stores/class'

/** What was typed in cells of a class and could not be read, for a sheet of one kind of record. */
export function useUnreadCells(classStore: ClassStore, kind: Unread['kind']) {
  const unread = useUnread()
  const sectionId = classStore.snapshot!.section.id
  const at = (...ids: string[]) => unread.find(sectionId, kind, jointId(...ids))
  return {
    at,
    /** Leaves in a cell what could not be read there. */
    leave(ids: readonly string[], text: string, reason: Unread['reason']): void {
      unread.put({ sectionId, kind, id: jointId(...ids), text, reason })
      classStore.renewRow(ids[0]!)
    },
    /** Remembers what is being typed; null forgets it. */
    remember: (ids: readonly string[], text: string | null): void =>
      unread.remember(text === null ? null : { sectionId, kind, id: jointId(...ids), text }),
    /** Takes it away again. */
    end(...ids: string[]): void {
      if (!at(...ids)) return
      unread.end(sectionId, kind, jointId(...ids))
      classStore.renewRow(ids[0]!)
    },
  }
}

/** Such an entry in its cell, and for a screen reader with what stands there all the same. */
export const unreadView = ({ text, reason }: Unread, stands: string): CellView => ({
  text,
  unread: true,
  words: `${text}, cannot be read: ${say(reason)} ${stands || 'Blank'} stands.`,
})
