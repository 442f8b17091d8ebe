<script setup lang="ts">
import { fullName } from '#core/section'
import { useClassStore } from '~/stores/class'
import { askedQuery, changeQuery } from '~/composables/useGoTo'

definePageMeta({ margin: false })

/** Every student of the class on pages of their own, in one file or print: as the teacher sees them, or the families. */
const route = useRoute()
const classStore = useClassStore()
const asFamily = computed(() => route.query.as === 'family')
const everything = computed(() => route.query.all === '1')
const toggle = (key: 'as' | 'all', value: string) =>
  changeQuery({ [key]: askedQuery()[key] === value ? undefined : value })
const print = () => window.print()
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <Button label="Print, or save as PDF" @click="print" />
      <button type="button" class="toggle" :aria-pressed="asFamily" @click="toggle('as', 'family')">
        Family pages
      </button>
      <button v-if="!asFamily" type="button" class="toggle" :aria-pressed="everything" @click="toggle('all', '1')">
        The whole year
      </button>
      <span class="soft"
        >{{ classStore.studentWords }},
        {{
          asFamily
            ? 'what each family may see and nothing else.'
            : 'also what families do not see, your notes among it.'
        }}</span
      >
    </div>
    <div class="papers" tabindex="0" role="region" aria-label="A page for each student">
      <section v-for="student in classStore.students" :key="student.id" :aria-label="fullName(student)">
        <FamilyView v-if="asFamily" :student="student" alone />
        <template v-else>
          <p class="soft small of">{{ classStore.snapshot!.section.title }}, {{ classStore.period?.title }}</p>
          <StudentPaper :student="student" :everything="everything" />
        </template>
      </section>
      <p v-if="!classStore.students.length" class="soft">No students in {{ classStore.period?.title }}.</p>
    </div>
  </div>
</template>

<style scoped>
.papers {
  flex: 1;
  overflow-y: auto;
  padding: 16px 22px 40px;
  background: var(--sheet);
}
section + section {
  border-top: 1px dashed var(--thread);
  margin-top: 26px;
  padding-top: 22px;
}
.of {
  margin-bottom: 4px;
}
@media print {
  .papers {
    overflow: visible;
    padding: 0;
  }
  section {
    break-after: page;
  }
  section + section {
    border: 0;
    margin: 0;
    padding: 0;
  }
}
</style>
