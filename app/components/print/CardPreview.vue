<script setup lang="ts">
import { compose, type Block } from '#core/report-card/compose'
import { MARGIN, papers, type CardLayout } from '#core/report-card/layout'
import type { SchoolHead } from '#core/report-card/school-head'
import { cardWords, classLine, dayInWords, legendLine, partCells, periodLine } from '#shared/card-words'
import { palette } from '#shared/palette'
import { usePerson } from '~/stores/person'
import { sampleCard } from '~/words/sample-card'

/** A made-up student's card in a layout, from the same blocks as the printed one, in the paper's proportions. */
const props = defineProps<{ layout: CardLayout; head: SchoolHead; school?: string }>()
const { today } = storeToRefs(usePerson())
const card = computed(() => compose(props.layout, { ...sampleCard, school: props.school ?? sampleCard.school }))
const words = computed(() => cardWords[props.layout.language])
/** Paper is light, whatever the screen is. */
const { ink, soft, line, ai5, sheet } = palette.light
const inks = { '--ink': ink, '--soft': soft, '--line': line, '--ai5': ai5, '--sheet': sheet }
const day = (date: string) => dayInWords(date, props.layout.language)
const paper = computed(() => papers[props.layout.paper])
const blocks = computed<Block[]>(() => [...card.value.classes.flatMap((each) => each.blocks), ...card.value.end])
</script>

<template>
  <article
    class="card"
    :lang="layout.language"
    aria-label="A sample card"
    :style="{
      ...inks,
      aspectRatio: `${paper.width} / ${paper.height}`,
      '--paper': paper.width,
      '--edge': MARGIN,
    }"
  >
    <div class="inside">
      <header>
        <div>
          <p class="soft">{{ [card.school, head.address].filter(Boolean).join(', ') }}</p>
          <h3>{{ card.student }}</h3>
          <p class="soft">
            {{ classLine(words, card.classes[0]!) }}
          </p>
          <p class="soft">
            {{ periodLine(words, card.period, layout.language) }}
          </p>
        </div>
        <img v-if="head.mark" :src="`data:image/png;base64,${head.mark}`" alt="" />
      </header>
      <template v-for="(block, at) in blocks" :key="at">
        <div v-if="block.block === 'grade'" class="grade">
          {{ block.grade ? `${block.grade.percent}  ${block.grade.label}` : words.noGrade }}
        </div>
        <template v-else-if="block.block === 'parts'">
          <h4>{{ words.madeOf }}</h4>
          <p v-for="each in block.parts" :key="each.name" class="line">
            <span>{{ each.name }}</span><span class="soft">{{ partCells(words, each).weight }}</span
            ><b>{{ partCells(words, each).result }}</b>
          </p>
        </template>
        <template v-else-if="block.block === 'levels' || block.block === 'habits'">
          <h4>{{ block.block === 'habits' ? words.habits : words.standards }}</h4>
          <p v-for="each in block.levels" :key="each.standardId" class="line">
            <span>{{ each.code }} {{ each.statement }}</span
            ><b>{{ each.level?.label ?? words.notEnough }}</b>
          </p>
        </template>
        <template v-else-if="block.block === 'remark'">
          <h4>{{ words.remark }}</h4>
          <div class="box" :style="{ '--lines': block.most }">
            <template v-for="(each, nth) in block.lines" :key="nth">{{ each }}<br /></template>
          </div>
        </template>
        <template v-else-if="block.block === 'legend'">
          <h4>{{ words.legend }}</h4>
          <p v-for="scale in block.scales" :key="scale.id" class="legend soft">
            {{ legendLine(scale) }}
          </p>
        </template>
        <div v-else-if="block.block === 'signatures'" class="signatures">
          <span v-for="name in block.names" :key="name">{{ name }}</span>
        </div>
      </template>
      <footer class="soft">
        <span>{{ words.declared }}</span><span>{{ words.printed(day(today)) }}</span>
      </footer>
    </div>
  </article>
</template>

<style scoped>
.card {
  container-type: inline-size;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--line);
  overflow: hidden;
  max-width: 430px;
}
.inside {
  --u: calc(100cqw / var(--paper));
  box-sizing: border-box;
  height: 100%;
  padding: calc(34 * var(--u)) calc(var(--edge) * var(--u));
  border-top: calc(8 * var(--u)) solid var(--ai5);
  font-size: calc(11 * var(--u));
  line-height: 1.32;
  position: relative;
}
header {
  display: flex;
  justify-content: space-between;
}
header img {
  width: calc(46 * var(--u));
  height: calc(46 * var(--u));
  object-fit: contain;
}
.soft {
  color: var(--soft);
}
p {
  margin: 0;
}
h3 {
  margin: 0;
  color: inherit;
  font-size: calc(22 * var(--u));
}
h4 {
  margin: calc(12 * var(--u)) 0 calc(3 * var(--u));
  font-size: calc(11 * var(--u));
  color: var(--soft);
}
.grade {
  white-space: pre;
  font-size: calc(28 * var(--u));
  font-weight: 600;
  margin-top: calc(10 * var(--u));
}
.line {
  display: flex;
  gap: 2em;
  justify-content: space-between;
  border-top: 1px solid var(--line);
  padding: calc(3 * var(--u)) 0;
}
.line span:first-child {
  flex: 1;
}
.box {
  height: calc(var(--lines) * 1.32em);
  border-bottom: 1px solid var(--line);
  white-space: pre-wrap;
  overflow: hidden;
}
.legend {
  font-size: calc(9 * var(--u));
}
.signatures {
  display: flex;
  gap: calc(24 * var(--u));
  margin-top: calc(40 * var(--u));
  font-size: calc(9 * var(--u));
}
.signatures span {
  flex: 1;
  border-top: 1px solid var(--line);
}
footer {
  position: absolute;
  left: calc(var(--edge) * var(--u));
  right: calc(var(--edge) * var(--u));
  bottom: calc(30 * var(--u));
  display: flex;
  justify-content: space-between;
  font-size: calc(9 * var(--u));
}
</style>
