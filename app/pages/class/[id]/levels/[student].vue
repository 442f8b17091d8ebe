<script setup lang="ts">
import { evidenceOf } from '#core/proficiency/evidence-of'
import { earlierLevels } from '#core/proficiency/compare'
import { levelIn } from '#core/proficiency/level'
import { levelWindow } from '#core/proficiency/window'
import { fullName, type Standard } from '#core/section'
import { useClassStore } from '~/stores/class'
import { counted, shortDay } from '~/composables/useWords'
import { originWords } from '~/words/origins'

definePageMeta({ margin: false, key: 'levels-of-student' })

/** One student across all standards, for a conference: levels by area, evidence over time, notes, what the teacher decided. */
const route = useRoute()
const classStore = useClassStore()
const student = computed(() => classStore.students.find((each) => each.id === route.params.student))
const window_ = computed(() =>
  classStore.period ? levelWindow(classStore.about(String(route.params.student)), classStore.period) : null,
)
interface Line {
  standard: Standard
  depth: number
  isArea: boolean
}
const lines = computed(() => {
  const window = window_.value
  if (!window || !student.value) return []
  const walk = (standard: Standard, depth: number): Line[] => [
    { standard, depth, isArea: window.tree.childrenOf(standard.id).length > 0 },
    ...window.tree.childrenOf(standard.id).flatMap((each) => walk(each, depth + 1)),
  ]
  return window.tree.roots
    .flatMap((each) => walk(each, 0))
    .map((line) => ({
      ...line,
      scale: window.scaleFor(line.standard.id),
      found: levelIn(window, student.value!.id, line.standard.id),
      evidence: evidenceOf(window, student.value!.id, line.standard.id),
      earlier: earlierLevels(window, student.value!.id, line.standard.id),
    }))
    .filter((each) => each.found.effective || each.evidence.length || each.earlier.some((one) => one.level.effective))
})
const earlierTitles = computed(() => lines.value[0]?.earlier.map((each) => each.period.title) ?? [])
/** The standard whose evidence is drawn: chosen by a click, at first the one with the most. */
const chosen = ref<string | null>(null)
const drawn = computed(() => {
  const found = lines.value.find((each) => each.standard.id === chosen.value)
  return found ?? lines.value.toSorted((a, b) => b.evidence.length - a.evidence.length)[0]
})
const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack view="/proficiency" :student-id="student?.id" />
      <ClassSteps view="levels" />
      <button type="button" class="toggle" @click="print">Print, or save as PDF</button>
    </div>
    <div v-if="student && window_" class="paper" tabindex="0" role="region" :aria-label="fullName(student)">
      <header>
        <div>
          <h2>{{ fullName(student) }}<LeftMark :student="student" /></h2>
          <p class="soft">
            {{ classStore.snapshot!.section.title }}, {{ classStore.period?.title }}.
            {{
              window_.plan.proficiency.window === 'period'
                ? `Evidence of ${classStore.period?.title} only.`
                : `Evidence of the year up to ${shortDay(window_.period.lastDay)}.`
            }}
          </p>
        </div>
        <figure v-if="drawn && drawn.evidence.length > 1">
          <figcaption class="soft small">
            <b>{{ drawn.standard.code }}</b> {{ drawn.standard.statement }}
          </figcaption>
          <EvidenceChart :evidence="drawn.evidence" :scale="drawn.scale" :label="drawn.standard.code" />
        </figure>
      </header>
      <table v-if="lines.length" class="plain levels">
        <thead>
          <tr>
            <th>Standard</th>
            <th v-for="title in earlierTitles" :key="title" class="mark">{{ title }}</th>
            <th class="mark">{{ classStore.period?.title }}</th>
            <th>Evidence, oldest first</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in lines" :key="each.standard.id" :class="{ area: each.isArea }">
            <td :style="{ paddingLeft: `${each.depth * 18 + 9}px` }">
              <button type="button" class="plainly" @click="chosen = each.standard.id">
                <b>{{ each.standard.code }}</b> {{ each.standard.statement }}
              </button>
              <small v-if="each.found.override && each.found.reason" class="soft reason">{{ each.found.reason }}</small>
            </td>
            <td v-for="one in each.earlier" :key="one.period.id" class="mark">
              <LevelMark :scale="each.scale" :value="one.level.effective?.value ?? null" small />
            </td>
            <td class="mark">
              <s v-if="each.found.override && each.found.calculated" class="was">{{
                each.found.calculated.level.short
              }}</s><LevelMark :scale="each.scale" :value="each.found.effective?.value ?? null" />
            </td>
            <td>
              <span
                v-for="one in each.evidence"
                :key="one.assignment?.id ?? one.observation!.id"
                class="piece"
                :title="`${shortDay(one.on)}, ${one.assignment?.name ?? 'seen'}${originWords[one.origin]}${one.observation?.note ? `: ${one.observation.note}` : ''}`"
                ><LevelMark :scale="each.scale" :value="one.level" small
              /></span>
              <span v-if="!each.evidence.length" class="soft">{{
                each.isArea ? `from ${counted(each.found.parts?.length ?? 0, 'standard')}` : 'none'
              }}</span>
              <small
                v-for="one in each.evidence.filter((piece) => piece.observation?.note)"
                :key="one.observation!.id"
                class="soft note"
                >{{ shortDay(one.on) }}: {{ one.observation!.note }}</small
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">No evidence yet in {{ classStore.period?.title }}.</p>
    </div>
    <section v-else class="empty">
      <h2>This student is not in the class in {{ classStore.period?.title }}</h2>
      <p>Choose another period in the strip above, or go back and choose a student.</p>
    </section>
  </div>
</template>

<style scoped>
.paper {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
header {
  display: flex;
  justify-content: space-between;
  gap: 30px;
  margin-bottom: 12px;
}
figure {
  width: 420px;
  margin: 0;
}
.levels {
  width: 100%;
}
.levels td {
  vertical-align: middle;
}
.area td {
  background: var(--ai1);
  font-weight: 560;
}
.mark {
  text-align: center;
  white-space: nowrap;
  width: 84px;
}
.was {
  margin-right: 5px;
}
.plainly {
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  color: inherit;
  font: inherit;
}
.reason,
.note {
  display: block;
}
.piece {
  margin-right: 3px;
}
@media print {
  .paper {
    overflow: visible;
    padding: 0;
  }
}
</style>
