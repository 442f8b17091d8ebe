<script setup lang="ts">
import { acrossClass, aimOf, isBelowAim, moved, type ClassLevel } from '#core/proficiency/across'
import { levelWindow } from '#core/proficiency/window'
import { daysAfter } from '#core/calendar/date'
import { jointId } from '#core/kind'
import { blanks } from '#core/kinds'
import { fullName } from '#core/section'
import type { Desired } from '#core/desired'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useNotices } from '~/stores/notices'
import { goTo, usePeriodQuery } from '~/composables/useGoTo'
import { counted, shortDay } from '~/composables/useWords'

definePageMeta({ margin: false })

/** One standard across the class: how levels lie, who is not there yet, who moved, and whom to teach it again. */
const route = useRoute()
const classStore = useClassStore()
const notices = useNotices()
const { today } = storeToRefs(usePerson())
const classPath = computed(() => `/class/${classStore.snapshot!.section.id}`)
const query = usePeriodQuery()

const window_ = computed(() =>
  classStore.everything && classStore.period ? levelWindow(classStore.everything, classStore.period) : null,
)
const standard = computed(() => window_.value?.tree.get(String(route.params.standard)))
const scale = computed(() => window_.value!.scaleFor(String(route.params.standard)))
const before = computed(() => {
  const { period, periods } = classStore
  const earlier = periods.filter((each) => period && each.lastDay < period.firstDay && each.kind === period.kind).at(-1)
  return earlier ? levelWindow(classStore.everything!, earlier) : null
})
const groups = computed(() =>
  window_.value && standard.value
    ? acrossClass(window_.value, classStore.students, standard.value.id, before.value)
    : [],
)
const most = computed(() => Math.max(1, ...groups.value.map((each) => each.students.length)))
const notThere = computed(() =>
  groups.value.filter((each) => isBelowAim(scale.value, each.level)).flatMap((each) => each.students),
)
const movers = computed(() =>
  groups.value.flatMap((each) => each.students).filter((each) => ['up', 'down'].includes(moved(each) ?? '')),
)
const says = (line: ClassLevel) =>
  ({ up: 'up from', down: 'down from' })[moved(line) as 'up' | 'down'] + ` ${line.earlier!.effective!.short}`

async function copy(lines: readonly ClassLevel[]): Promise<void> {
  await navigator.clipboard.writeText(lines.map((each) => fullName(each.student)).join('\n'))
  notices.say(`${counted(lines.length, 'name')} copied, a line for each.`)
}

/** Work for some: an assignment in levels that counts in no grade, and that excuses everybody else. */
const asking = ref<readonly ClassLevel[] | null>(null)
const isAsking = computed({ get: () => asking.value !== null, set: (is) => void (is || (asking.value = null)) })
const name = computed(() => `${standard.value?.code} again`.trim())
const WEEK = 7
function make(): void {
  const id = crypto.randomUUID()
  const chosen = new Set(asking.value!.map((each) => each.student.id))
  const dueOn = daysAfter(today.value, WEEK)
  const desired: Desired[] = [
    {
      kind: 'assignment',
      id,
      to: {
        ...blanks.assignment,
        name: name.value,
        shortName: (standard.value!.code || 'Again').slice(0, 8),
        dueOn,
        scoredIn: 'levels',
        counts: false,
        standardIds: [standard.value!.id],
        categoryId: classStore.plan!.defaultCategoryId ?? classStore.categories[0]?.id ?? null,
        removed: false,
      },
    },
    ...classStore.students
      .filter((each) => !chosen.has(each.id))
      .map((each) => ({ kind: 'cell' as const, id: jointId(each.id, id), to: { marks: ['excused' as const] } })),
  ]
  asking.value = null
  if (classStore.change('assignment', desired))
    void goTo({ path: classPath.value, query: { ...query.value, assignment: id, edit: id } })
}
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack view="/proficiency" :query="{ standard: standard?.id }" />
      <NuxtLink
        class="toggle"
        :to="{ path: `/round/${String(route.params.id)}`, query: { ...query, standard: standard?.id } }"
        >Round of the room</NuxtLink
      >
    </div>
    <div v-if="standard" class="paper" tabindex="0" role="region" :aria-label="standard.code">
      <h2>{{ standard.code }}</h2>
      <p>{{ standard.statement }}</p>
      <p class="soft">
        {{ classStore.studentWords }} in {{ classStore.period?.title }}.
        {{ counted(notThere.length, 'student is', 'students are') }} below {{ aimOf(scale)?.label }}.
        <template v-if="before"
          >{{ counted(movers.length, 'student') }} moved since {{ before.period.title }}.</template
        >
      </p>
      <div class="columns">
        <section v-for="group in groups" :key="group.level?.value ?? 'none'">
          <header>
            <LevelMark :scale="scale" :value="group.level?.value ?? null" />
            <h3>{{ group.level?.label ?? 'Not enough evidence' }}</h3>
            <span class="soft">{{ group.students.length }}</span>
          </header>
          <div class="bar"><i :style="{ width: `${(group.students.length / most) * 100}%` }" /></div>
          <ul>
            <li v-for="line in group.students" :key="line.student.id">
              <NuxtLink :to="{ path: `${classPath}/levels/${line.student.id}`, query }">{{
                fullName(line.student)
              }}</NuxtLink><LeftMark :student="line.student" />
              <small v-if="line.found.override" class="soft">your own</small>
              <small v-if="['up', 'down'].includes(moved(line) ?? '')" class="soft">{{ says(line) }}</small>
            </li>
          </ul>
          <p v-if="isBelowAim(scale, group.level)" class="row-of">
            <button type="button" class="chip" @click="copy(group.students)">Copy the names</button>
            <button type="button" class="chip" @click="asking = group.students">Work for them</button>
          </p>
        </section>
      </div>
    </div>
    <section v-else class="empty">
      <h2>This standard is not of this class</h2>
      <p>It may have been taken off the course. Its evidence is kept.</p>
    </section>
    <Dialog v-model:visible="isAsking" modal :header="`Make ${name}`" :style="{ width: '30rem' }">
      <p>
        An assignment in levels, due {{ shortDay(daysAfter(today, WEEK)) }}, tagged with {{ standard?.code }}, in no
        grade. For these {{ counted(asking?.length ?? 0, 'student') }}; everybody else is excused.
      </p>
      <ul class="names">
        <li v-for="line in asking" :key="line.student.id">{{ fullName(line.student) }}</li>
      </ul>
      <template #footer
        ><Button label="Close" severity="secondary" @click="asking = null" /><Button
          label="Make it"
          autofocus
          @click="make"
      /></template>
    </Dialog>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 18px 26px;
  margin-top: 16px;
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
}
header .soft {
  margin-left: auto;
}
.bar {
  height: 6px;
  border-radius: 3px;
  background: var(--ai1);
  margin: 6px 0;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ai4);
}
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
li {
  min-height: 26px;
  display: flex;
  gap: 8px;
  align-items: center;
}
li a {
  padding: 4px 0;
  min-width: 0;
}
li small {
  flex: none;
}
.names {
  columns: 2;
}
</style>
