<script setup lang="ts">
import type { Assignment } from '#core/plan/assignment'
import type { Visibility } from '#core/plan/visibility'
import { changeTo } from '#core/acts/apply'
import { periodOf } from '#core/calendar/periods'
import { appearing } from '#core/families/view'
import { saidOfVisibility, saidOfCounting } from '#core/plan/said'
import { assignmentsOf, type Listed } from '#core/plan/rules'
import { bulkTo, bulkWords, type BulkDeed } from '~/sheet/bulk'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { shortDay, counted } from '~/composables/useWords'
import { goTo } from '~/composables/useGoTo'

/** All assignments of the class in a list, many of them changed at once; and what families will see when. */
const route = useRoute()
const router = useRouter()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())

const everything = computed(() => route.query.all === '1')
const all = computed(() => assignmentsOf(classStore.structure!))
const shown = computed(() => (everything.value ? all.value : classStore.assignments))
/** Work that the period does not hold, so that nothing ever vanishes. */
const homeless = computed(() => all.value.filter((each) => !periodOf(classStore.periods, each.dueOn)))
const listed = computed(() => (everything.value ? shown.value : [...shown.value, ...homeless.value]))

const chosen = ref(new Set<string>())
watch(listed, (now) => (chosen.value = new Set(now.flatMap(({ id }) => (chosen.value.has(id) ? id : [])))))
const choose = (id: string) => {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
const allChosen = computed(() => chosen.value.size > 0 && chosen.value.size === listed.value.length)
const chooseAll = () => (chosen.value = allChosen.value ? new Set() : new Set(listed.value.map(({ id }) => id)))

const deeds: { value: BulkDeed['do']; words: string }[] = [
  { value: 'category', words: 'category' },
  { value: 'move', words: 'move by days' },
  { value: 'due', words: 'due date' },
  { value: 'points', words: 'points' },
  { value: 'multiplier', words: 'times' },
  { value: 'visibility', words: 'families see it' },
  { value: 'released', words: 'scores released' },
  { value: 'counts', words: 'counts' },
  { value: 'standard', words: 'standard' },
  { value: 'hidden', words: 'put away' },
  { value: 'delete', words: 'delete' },
]
const doing = ref<BulkDeed['do']>('category')
const text = ref('')
const pick = ref('')
const yes = ref('yes')
watch(doing, () => ([text.value, pick.value, yes.value] = ['', '', 'yes']))

const { standards } = classStore.snapshot!
const picks = computed(() =>
  doing.value === 'category'
    ? [
        ...classStore.categories.map((each) => ({ value: each.id, words: each.name })),
        { value: 'none', words: 'No category' },
      ]
    : doing.value === 'standard'
      ? standards.map((each) => ({ value: each.id, words: `${each.code} ${each.statement}` }))
      : doing.value === 'visibility'
        ? (['now', 'due date', 'never'] as const).map((from) => ({ value: from, words: saidOfVisibility({ from }) }))
        : [],
)
const isText = computed(() => ['move', 'points', 'multiplier'].includes(doing.value))
const isYes = computed(() => ['released', 'counts', 'hidden', 'standard'].includes(doing.value))
const yesOptions = computed(() =>
  doing.value === 'standard'
    ? [
        { value: 'yes', words: 'tag with it' },
        { value: 'no', words: 'take it off' },
      ]
    : [
        { value: 'yes', words: 'yes' },
        { value: 'no', words: 'no' },
      ],
)

const deed = computed<BulkDeed | null>(() => {
  const on = yes.value === 'yes'
  switch (doing.value) {
    case 'category':
      return pick.value ? { do: 'category', id: pick.value === 'none' ? null : pick.value } : null
    case 'standard':
      return pick.value ? { do: 'standard', id: pick.value, tagged: on } : null
    case 'visibility':
      return pick.value ? { do: 'visibility', visibility: { from: pick.value } as Visibility } : null
    case 'move':
      return text.value ? { do: 'move', days: text.value.trim() } : null
    case 'due':
      return text.value ? { do: 'due', date: text.value } : null
    case 'points':
      return text.value ? { do: 'points', points: text.value } : null
    case 'multiplier':
      return text.value ? { do: 'multiplier', multiplier: text.value } : null
    case 'released':
      return { do: 'released', released: on }
    case 'counts':
      return { do: 'counts', counts: on }
    case 'hidden':
      return { do: 'hidden', hidden: on }
    default:
      return { do: 'delete' }
  }
})
const names = computed(() => ({ categories: classStore.categories, standards }))
/** Before and after of each that would change; and what the new date means. */
const outcome = computed(() => {
  const found: { lines: { each: Listed<Assignment>; to: Partial<Assignment>; after: string }[]; refused: string } = {
    lines: [],
    refused: '',
  }
  if (!deed.value) return found
  for (const each of listed.value) {
    if (!chosen.value.has(each.id)) continue
    const to = bulkTo(each, deed.value)
    if ('refused' in to) found.refused = to.refused
    else if (changeTo(classStore.snapshot!.records, 'assignment', each.id, to)) {
      const next = { ...each, ...to }
      const period = periodOf(classStore.periods, next.dueOn)
      const moved = 'dueOn' in to ? `, in ${period?.title ?? 'no grading period: it counts nowhere'}` : ''
      found.lines.push({ each, to, after: bulkWords(next, deed.value, names.value) + moved })
    }
  }
  return found
})
function perform(): void {
  classStore.change(
    'assignment',
    outcome.value.lines.map(({ each, to }) => ({ kind: 'assignment', id: each.id, to })),
  )
}

/** A column's place in the teacher's own order. */
function move(each: Listed<Assignment>, by: number): void {
  const order = shown.value.toSorted((a, b) => a.place - b.place)
  const at = order.findIndex(({ id }) => id === each.id)
  const to = at + by
  if (to < 0 || to >= order.length) return
  ;[order[at], order[to]] = [order[to]!, order[at]!]
  classStore.change(
    'assignment',
    order.map(({ id }, place) => ({ kind: 'assignment', id, to: { place } })),
  )
}

const calendar = computed(() => appearing(all.value, today.value))
const never = computed(() => all.value.filter((each) => each.visibility.from === 'never'))
const unreleased = computed(() => all.value.filter((each) => !each.released && each.visibility.from !== 'never'))
const edit = (id: string) =>
  goTo({ path: `/class/${classStore.snapshot!.section.id}`, query: { ...periodQuery.value, edit: id } })
const periodQuery = computed(() => (route.query.period ? { period: String(route.query.period) } : {}))
const toggleAll = () => goTo({ query: { ...route.query, all: everything.value ? undefined : '1' } })
</script>

<template>
  <div class="view">
    <div class="tools">
      <Button label="Back" severity="secondary" @click="router.back()" />
      <button type="button" class="toggle" :aria-pressed="everything" @click="toggleAll">The whole year</button>
      <span class="soft">{{ counted(listed.length, 'assignment') }}</span>
    </div>
    <div class="list" tabindex="0" role="region" aria-label="Assignments">
      <table>
        <thead>
          <tr>
            <th scope="col">
              <Checkbox :model-value="allChosen" binary ariaLabel="Choose all" @update:model-value="chooseAll" />
            </th>
            <th scope="col">Assignment</th>
            <th scope="col">Category</th>
            <th scope="col">Due</th>
            <th scope="col" class="number">Points</th>
            <th scope="col" class="number">Times</th>
            <th scope="col">Families see it</th>
            <th scope="col">Standards</th>
            <th scope="col">My order</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in listed" :key="each.id" :class="{ chosen: chosen.has(each.id) }">
            <td>
              <Checkbox
                :model-value="chosen.has(each.id)"
                binary
                :ariaLabel="`Choose ${each.name}`"
                @update:model-value="choose(each.id)"
              />
            </td>
            <th scope="row">
              <button type="button" class="link" @click="edit(each.id)">{{ each.name }}</button>
              <small class="soft">{{
                [saidOfCounting(each), each.hidden && 'put away', each.linkId && 'linked'].filter(Boolean).join(', ')
              }}</small>
            </th>
            <td>{{ classStore.categories.find((one) => one.id === each.categoryId)?.name ?? 'none' }}</td>
            <td :class="{ warn: !periodOf(classStore.periods, each.dueOn) }">
              {{ shortDay(each.dueOn)
              }}<template v-if="!periodOf(classStore.periods, each.dueOn)">, in no period</template>
            </td>
            <td class="number">{{ each.points }}</td>
            <td class="number">{{ each.multiplier === '1' ? '' : `×${each.multiplier}` }}</td>
            <td>{{ saidOfVisibility(each.visibility) }}<span v-if="!each.released" class="soft">, no scores</span></td>
            <td class="soft">
              {{ standards.flatMap((one) => (each.standardIds.includes(one.id) ? one.code : [])).join(', ') }}
            </td>
            <td>
              <span v-if="!everything && shown.includes(each)" class="row-of arrows">
                <button type="button" class="toggle" :aria-label="`${each.name} earlier`" @click="move(each, -1)">
                  <i class="pi pi-arrow-up" aria-hidden="true" />
                </button>
                <button type="button" class="toggle" :aria-label="`${each.name} later`" @click="move(each, 1)">
                  <i class="pi pi-arrow-down" aria-hidden="true" />
                </button>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!listed.length" class="soft none">No work in {{ classStore.period?.title }} yet.</p>
    </div>
    <MarginPanel>
      <template v-if="chosen.size">
        <h2>Change {{ counted(chosen.size, 'assignment') }}</h2>
        <label class="label" for="bulk-what">What</label>
        <select id="bulk-what" v-model="doing" class="field">
          <option v-for="each in deeds" :key="each.value" :value="each.value">{{ each.words }}</option>
        </select>
        <TextField
          v-if="isText || doing === 'due'"
          v-model="text"
          :label="doing === 'move' ? 'Days, or fewer than 0 for earlier' : 'To'"
          :type="doing === 'due' ? 'date' : 'text'"
          :problem="outcome.refused"
        />
        <template v-if="picks.length">
          <label class="label" for="bulk-to">{{ doing === 'standard' ? 'Standard' : 'To' }}</label>
          <select id="bulk-to" v-model="pick" class="field">
            <option value="" disabled>choose</option>
            <option v-for="each in picks" :key="each.value" :value="each.value">{{ each.words }}</option>
          </select>
        </template>
        <ToggleRow v-if="isYes" class="yes" label="To" :value="yes" :options="yesOptions" @choose="yes = $event" />
        <ul v-if="outcome.lines.length" class="before-after" aria-label="Before and after">
          <li v-for="{ each, after } in outcome.lines" :key="each.id">
            <b>{{ each.name }}</b><span
              ><span class="soft">{{ deed && bulkWords(each, deed, names) }}</span> → {{ after }}</span
            >
          </li>
        </ul>
        <p v-else-if="deed && !outcome.refused" class="soft yes">Nothing would change.</p>
        <Button
          :label="outcome.lines.length ? `Change ${outcome.lines.length}` : 'Change'"
          :disabled="!outcome.lines.length"
          @click="perform"
        />
      </template>
      <template v-else>
        <h2>What families see when</h2>
        <p v-if="!calendar.length" class="soft">Nothing is still to appear.</p>
        <ul class="calendar">
          <li v-for="day in calendar" :key="day.date">
            <span class="soft">{{ shortDay(day.date) }}</span>
            <span>{{ day.names.join(', ') }}</span>
          </li>
        </ul>
        <template v-if="unreleased.length">
          <h3 class="label">Shown without scores</h3>
          <p>{{ unreleased.map((each) => each.name).join(', ') }}</p>
        </template>
        <template v-if="never.length">
          <h3 class="label">Never shown</h3>
          <p>{{ never.map((each) => each.name).join(', ') }}</p>
        </template>
        <p class="soft small hint">Choose assignments to change many at once.</p>
      </template>
    </MarginPanel>
  </div>
</template>

<style scoped>
.arrows {
  flex-wrap: nowrap;
}
.list {
  flex: 1;
  overflow: auto;
  background: var(--sheet);
  padding: 0 18px 30px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--hair);
  white-space: nowrap;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  color: var(--soft);
  font-size: 11.5px;
  border-bottom: 1.5px solid var(--ai3);
  padding-top: 8px;
  z-index: 1;
}
tbody th {
  white-space: normal;
  min-width: 150px;
}
.chosen > * {
  background: var(--row);
}
.number {
  text-align: right;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 2px;
}
tbody small {
  display: block;
}
.none {
  padding: 20px 0;
}
.yes {
  margin: 10px 0;
}
.before-after,
.calendar {
  list-style: none;
  margin: 12px 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.before-after b {
  display: block;
  font-weight: 560;
}
.calendar li {
  display: grid;
  grid-template-columns: 52px 1fr;
  gap: 8px;
}
.hint {
  margin-top: 16px;
}
</style>
