<script setup lang="ts">
import { useClassStore } from '~/stores/class'
import { goTo } from '~/composables/useGoTo'

/** Steps from a student to the next on a page of one student; the page keeps everything else of its address. */
const props = defineProps<{ view: 'student' | 'levels' }>()
const route = useRoute()
const router = useRouter()
const classStore = useClassStore()

const at = computed(() => classStore.students.findIndex((each) => each.id === route.params.student))
const neighbour = (by: number) => (at.value < 0 ? undefined : classStore.students[at.value + by])
/** Where the last step leads, until it is there: fast hands press again while the next student is still coming. */
let goal: string | null = null
async function step(by: number): Promise<void> {
  const { params, query } = router.currentRoute.value
  const from = classStore.students.findIndex((each) => each.id === (goal ?? params.student))
  const to = from < 0 ? undefined : classStore.students[from + by]
  if (!to) return
  goal = to.id
  await goTo({ path: `/class/${classStore.snapshot!.section.id}/${props.view}/${to.id}`, query })
  if (goal === to.id) goal = null
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).closest('input, textarea, select, [role=dialog]')) return
  if (event.key === 'ArrowDown' && event.altKey) void step(1)
  if (event.key === 'ArrowUp' && event.altKey) void step(-1)
})
</script>

<template>
  <span class="row-of" role="group" aria-label="Step through the class">
    <button type="button" class="toggle" :disabled="!neighbour(-1)" title="Alt + up" @click="step(-1)">previous</button>
    <button type="button" class="toggle" :disabled="!neighbour(1)" title="Alt + down" @click="step(1)">next</button>
    <span v-if="at >= 0" class="soft">{{ at + 1 }} of {{ classStore.students.length }}</span>
  </span>
</template>
