<script setup lang="ts">
const emit = defineEmits<{ close: [] }>()

const keys: { where: string; list: [string, string][] }[] = [
  {
    where: 'In the gradebook',
    list: [
      ['0 to 9', 'type over the score'],
      ['Enter', 'keep, and go down, past students who were not there'],
      ['Tab', 'keep, and go right'],
      ['Arrows', 'move; up from the first row to the column heads'],
      ['F2', 'edit what is there'],
      ['Esc', 'take back what is being typed'],
      ['Delete', 'clear'],
      ['85%', 'a percent'],
      ['8/10', 'so many of so many'],
      ['+1', 'more than what is there'],
      ['8l', 'a score with a mark: any of the letters at the right'],
      ['.l', 'a mark, also where letters are labels'],
      ['B+', 'a label of the scale: a capital begins it'],
      ['91, B+', 'on a computed grade: override it'],
    ],
  },
  {
    where: 'Marks, on a cell or a block',
    list: [
      ['l', 'late'],
      ['m', 'missing'],
      ['a', 'absent'],
      ['i', 'incomplete'],
      ['x', 'excused'],
      ['n', 'write a note'],
      ['=', 'show work'],
    ],
  },
  {
    where: 'In Proficiency',
    list: [
      ['1 to 4', 'your own level of the period; half levels as 2.5'],
      ['o', 'what you see today: then the level'],
      ['n', 'the reason of your own level'],
      ['f', 'fill the block, or the whole column, with one level'],
      ['Enter on a head', 'open a standard’s evidence, fold an area'],
      ['Delete', 'take your own level away'],
    ],
  },
  {
    where: 'In a remark',
    list: [
      ['/', 'at the start of a word: search the bank'],
      ['G04 Tab', 'the entry with this code'],
      ['Enter', 'in the search: put the entry in'],
      ['Alt + Enter', 'mend what is said under the remark'],
      ['Page down, up', 'the next student, the one before'],
      ['Ctrl + Enter', 'in the margin’s search: star the entry'],
    ],
  },
  {
    where: 'Blocks, steps back, and room',
    list: [
      ['Shift + arrows', 'select a block'],
      ['f', 'fill the block, or the whole column'],
      ['Ctrl + D', 'copy the top of the block down'],
      ['Ctrl + C, V', 'copy and paste, also with a spreadsheet, also with names'],
      ['Ctrl + Z', 'undo'],
      ['Ctrl + Shift + Z', 'redo'],
      ['Ctrl + K', 'find a student, an assignment, a class or an action'],
      ['Alt + up, down', 'on a page of one student: the next'],
      ['[', 'fold the day to its hours, and open it'],
      [']', 'fold the margin away, and open it'],
    ],
  },
]
</script>

<template>
  <!-- Where it is longer than the window, the keyboard scrolls it. -->
  <Dialog
    visible
    modal
    header="All keys"
    dismissable-mask
    :style="{ width: '44rem' }"
    :pt="{ content: { tabindex: 0, 'aria-label': 'All keys', role: 'region' } }"
    @update:visible="emit('close')"
  >
    <div class="sets">
      <section v-for="set in keys" :key="set.where">
        <h3>{{ set.where }}</h3>
        <dl>
          <template v-for="[key, words] in set.list" :key="key"
            ><dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ words }}</dd></template
          >
        </dl>
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
.sets {
  columns: 2;
  column-gap: 28px;
}
section {
  break-inside: avoid;
  margin-bottom: 14px;
}
dl {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 3px 8px;
  margin: 6px 0 0;
}
dd {
  margin: 0;
}
</style>
