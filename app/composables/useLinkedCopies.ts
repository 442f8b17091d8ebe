import { same } from '#core/same'
import type { Assignment } from '#core/plan/assignment'
import { useClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import { recordsOf, type useBatch } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'

/** What stays each class's own, also in linked copies. */
const own = new Set<keyof Assignment>(['categoryId', 'dueOn', 'standardIds', 'hidden', 'place', 'removed', 'linkId'])

/** The copies of an assignment in other classes, which can be changed together with it. */
export function useLinkedCopies(batch: ReturnType<typeof useBatch>, kept: () => Readonly<Assignment> | null) {
  const classStore = useClassStore()
  const notices = useNotices()
  const { plans, perform } = batch
  const together = ref(true)

  const copies = computed(() =>
    (plans.value?.classes ?? []).flatMap((each) =>
      each.id === classStore.snapshot!.section.id
        ? []
        : Object.entries(each.assignments)
            .filter(([, one]) => kept()?.linkId && one.linkId === kept()!.linkId)
            .map(([id]) => ({ id, holder: each })),
    ),
  )
  const shared = (desired: Assignment) =>
    Object.fromEntries(
      (Object.keys(desired) as (keyof Assignment)[])
        .filter((key) => !own.has(key) && !same(desired[key], kept()![key]))
        .map((key) => [key, desired[key]]),
    ) as Partial<Assignment>

  /** Keeps the assignment, and in its copies what is theirs too. Answers whether it is kept. */
  async function keep(id: string, desired: Assignment): Promise<boolean> {
    const changed = kept() && together.value ? shared(desired) : {}
    if (!copies.value.length || !Object.keys(changed).length) {
      classStore.change('assignment', [{ kind: 'assignment', id, to: desired }])
      return true
    }
    const here = plans.value!.classes.find((each) => each.id === classStore.snapshot!.section.id)!
    const parts = [
      { scope: here.id, records: recordsOf(here), desired: [{ kind: 'assignment' as const, id, to: desired }] },
      ...copies.value.map((copy) => ({
        scope: copy.holder.id,
        records: recordsOf(copy.holder),
        desired: [{ kind: 'assignment' as const, id: copy.id, to: changed as Assignment }],
      })),
    ]
    if (!(await perform('assignment', parts))) return false
    notices.say(`It was changed in ${counted(parts.length, 'class', 'classes')}. Undo takes it back.`)
    return true
  }

  return { copies, together, keep }
}
