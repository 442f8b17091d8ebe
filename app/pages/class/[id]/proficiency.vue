<script setup lang="ts">
import { jointId, partsOf } from '#core/kind'
import { saidOfOrigin } from '#core/proficiency/level'
import { levelOf } from '#core/scales/proficiency'
import { fullName } from '#core/section'
import type { Selected, Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { useFrame } from '~/stores/frame'
import { useProficiencySheet } from '~/composables/useProficiencySheet'
import { counted, shortDay, capital } from '~/composables/useWords'
import { goTo } from '~/composables/useGoTo'

const route = useRoute()
const classStore = useClassStore()
const sheet = useTemplateRef('sheet')
const active = ref<Selected | null>(null)

const edit = (assignmentId: string) =>
  goTo({ path: `/class/${String(route.params.id)}`, query: { ...route.query, edit: assignmentId } })
const frame = useFrame()
const form = useTemplateRef('form')
function begin(_studentId: string, _standardId: string, wish: Wish): string {
  if (!frame.isMarginAway) return form.value?.begin(wish) ?? ''
  frame.showMargin()
  void nextTick(() => form.value?.begin(wish))
  return ''
}
const {
  scale,
  rows,
  columns,
  results,
  cells,
  result,
  level: levelAt,
  actions,
  set,
  dyeOf,
  method,
} = useProficiencySheet(edit, begin)

watch(
  [rows, columns],
  () => {
    const there = [...columns.value, ...results.value].some((each) => each.id === active.value?.columnId)
    const asked = { rowId: String(route.query.student ?? ''), columnId: String(route.query.standard ?? '') }
    if (!there && asked.columnId && results.value.some((each) => each.id === asked.columnId)) active.value = asked
    else if (!there)
      active.value =
        rows.value[0] && columns.value[0] ? { rowId: rows.value[0].id, columnId: columns.value[0].id } : null
  },
  { immediate: true },
)

const chosen = computed(() => {
  if (!active.value?.rowId) return null
  const student = classStore.students.find((each) => each.id === active.value!.rowId)
  // A computed cell is of a standard alone.
  const isComputed = results.value.some((each) => each.id === active.value!.columnId)
  const [assignmentId, standardId] = isComputed
    ? [null, active.value.columnId]
    : (partsOf(active.value.columnId) as [string, string])
  const standard = classStore.about(active.value.rowId).standards.find((each) => each.id === standardId)
  if (!student || !standard) return null
  const id = jointId(student.id, active.value.columnId)
  return {
    id,
    student,
    standard,
    assignment: assignmentId === null ? null : classStore.get('assignment', assignmentId),
    level: classStore.get('evidence', id).level,
    found: levelAt(student.id, standardId)!,
  }
})
/** A column by its head: a standard on an assignment. */
const column = computed(() => {
  if (active.value?.rowId !== null) return null
  const [assignmentId, standardId] = partsOf(active.value.columnId) as [string, string]
  const standard = classStore.snapshot!.standards.find((each) => each.id === standardId)
  return standard ? { assignmentId, standard, assignment: classStore.get('assignment', assignmentId) } : null
})
const methodWords = computed(() => capital(method.value))
const shortOf = (level: string) => levelOf(scale.value, level)?.short ?? level
</script>

<template>
  <div class="view">
    <div class="tools">
      <span class="soft">{{ scale.name }}:</span>
      <span v-for="level in scale.levels" :key="level.value" class="legend"
        ><i :class="`dye-${dyeOf(level.value)}`">{{ level.short }}</i
        >{{ level.label }}</span
      >
      <span class="legend"><i class="hatch" />not enough evidence</span>
    </div>
    <ClassSheet
      v-if="columns.length && rows.length"
      ref="sheet"
      v-model:active="active"
      label="Levels"
      :corner="counted(rows.length, 'student')"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cells="cells"
      :result="result"
      :footers="[]"
      :version="classStore.versionOf"
      :actions="actions"
    />
    <section v-else class="empty">
      <h2>No evidence in {{ classStore.period?.title }} yet</h2>
      <p>Levels are given for a standard on an assignment. Tag an assignment with the standards that it shows.</p>
      <NuxtLink
        class="button"
        :to="{
          path: `/class/${String(route.params.id)}`,
          query: { ...route.query, edit: classStore.assignments[0]?.id ?? 'new' },
        }"
        >{{ classStore.assignments.length ? 'Tag an assignment' : 'Add an assignment' }}</NuxtLink
      >
    </section>
    <MarginPanel>
      <div v-if="chosen">
        <h2>{{ fullName(chosen.student) }}</h2>
        <p v-if="chosen.assignment" class="soft">
          {{ chosen.assignment.name }}, due {{ shortDay(chosen.assignment.dueOn) }}
        </p>
        <p v-else class="soft">The level of {{ classStore.period?.title }}</p>
        <h3 class="label">{{ chosen.standard.code }}</h3>
        <p>{{ chosen.standard.statement }}</p>
        <div v-if="chosen.assignment" class="levels" role="group" aria-label="Level">
          <button
            v-for="level in scale.levels"
            :key="level.value"
            type="button"
            class="level"
            :aria-pressed="chosen.level === level.value"
            @click="set('level', [{ id: chosen.id, level: chosen.level === level.value ? null : level.value }])"
          >
            <i :class="`dye-${dyeOf(level.value)}`">{{ level.short }}</i><span
              ><b>{{ level.label }}</b
              ><small class="soft">{{ level.description }}</small></span
            >
          </button>
        </div>
        <h3 class="label">Show work: {{ chosen.standard.code }}</h3>
        <ol v-if="chosen.found.evidence.length" class="evidence">
          <li v-for="each in chosen.found.evidence" :key="each.assignment.id">
            <span class="soft">{{ shortDay(each.assignment.dueOn) }}</span><span
              >{{ each.assignment.name }}<small class="soft">{{ saidOfOrigin[each.origin] }}</small></span
            ><b>{{ shortOf(each.level) }}</b>
          </li>
        </ol>
        <p class="total">
          <template v-if="chosen.found.calculated"
            >{{ methodWords }}: {{ chosen.found.calculated.value }},
            <b>{{ chosen.found.calculated.level.short }}, {{ chosen.found.calculated.level.label }}</b></template
          ><template v-else>Not enough evidence</template>
        </p>
        <LevelOverrideForm
          v-if="!chosen.assignment || chosen.found.override"
          :key="chosen.id"
          ref="form"
          class="own"
          :student-id="chosen.student.id"
          :standard-id="chosen.standard.id"
          :period-id="classStore.periodId!"
          :found="chosen.found"
          @back="sheet?.focus()"
        />
      </div>
      <div v-else-if="column">
        <h2>{{ column.standard.code }}</h2>
        <p>{{ column.standard.statement }}</p>
        <h3 class="label">Shown in</h3>
        <p>{{ column.assignment.name }}, due {{ shortDay(column.assignment.dueOn) }}</p>
        <p><button type="button" class="toggle" @click="edit(column.assignmentId)">Edit the assignment</button></p>
      </div>
      <p v-else class="soft">Whatever is selected shows here in full.</p>
    </MarginPanel>
  </div>
</template>

<style scoped>
.legend {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12px;
  color: var(--soft);
}
i {
  font-style: normal;
  font-weight: 600;
  font-size: 11.5px;
  width: 20px;
  height: 20px;
  border-radius: 5px;
  display: inline-grid;
  place-items: center;
  flex: none;
}
.dye-0 {
  background: var(--dye-0);
  color: var(--dye-ink-0);
  box-shadow: inset 0 0 0 1px var(--ai2);
}
.dye-1 {
  background: var(--dye-1);
  color: var(--dye-ink-1);
}
.dye-2 {
  background: var(--dye-2);
  color: var(--dye-ink-2);
}
.dye-3 {
  background: var(--dye-3);
  color: var(--dye-ink-3);
}
.hatch {
  background: repeating-linear-gradient(135deg, var(--line) 0 1px, var(--ai1) 1px 6px);
  box-shadow: inset 0 0 0 1px var(--line);
}
.levels {
  display: grid;
  gap: 5px;
  margin-top: 10px;
}
.level {
  display: flex;
  gap: 9px;
  text-align: left;
  align-items: start;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: var(--field);
  padding: 6px 8px;
}
.level[aria-pressed='true'] {
  border-color: var(--ai5);
  box-shadow: inset 0 0 0 1px var(--ai5);
}
.level small {
  display: block;
  font-size: 11.5px;
  line-height: 1.3;
}
.own {
  margin-top: 12px;
}
.evidence {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 3px;
  font-size: 12.5px;
}
.evidence li {
  display: grid;
  grid-template-columns: 48px 1fr auto;
  gap: 6px;
}
.total {
  border-top: 1px solid var(--ink);
  margin-top: 4px;
  padding-top: 3px;
  font-size: 12.5px;
}
</style>
