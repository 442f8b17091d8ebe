<script setup lang="ts">
import { ADDRESS_MOST } from '#core/report-card/layout'
import type { SchoolHead } from '#core/report-card/school-head'
import type { CardsOffice } from '#shared/prints'
import { pngOf } from '~/sheet/picture'

/**
 * The address and the mark at the head of the cards: of one school, or of all that have none of their own.
 *
 * @see headOf, which chooses between the two
 */
const props = defineProps<{ known: CardsOffice }>()
const emit = defineEmits<{ keep: [schoolId: string | null, to: Partial<SchoolHead>]; refused: [words: string] }>()
/** The school that is looked at; empty for all. */
const schoolId = defineModel<string>({ required: true })

const options = computed(() => [
  { value: '', words: 'All schools' },
  ...props.known.schools.map(({ id, name }) => ({ value: id, words: name })),
])
const head = computed<SchoolHead>(() =>
  schoolId.value ? (props.known.heads[schoolId.value] ?? { address: '', mark: '' }) : props.known.layout,
)
const keep = (to: Partial<SchoolHead>) => emit('keep', schoolId.value || null, to)
const readAddress = (text: string) =>
  text.length > ADDRESS_MOST ? { problem: `There is room for ${ADDRESS_MOST} characters.` } : { kept: text.trim() }

const file = useTemplateRef('file')
async function takeMark(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement
  const chosen = field.files?.[0]
  field.value = ''
  if (!chosen) return
  const mark = await pngOf(chosen)
  if (mark === null) emit('refused', 'That is no picture that can be read. Choose a PNG or JPEG.')
  else keep({ mark })
}
</script>

<template>
  <section>
    <h2>At the head</h2>
    <div class="named">
      <span class="label">Of</span>
      <Select v-model="schoolId" :options="options" option-label="words" option-value="value" ariaLabel="Whose head" />
      <span class="label">Address under the school</span>
      <KeptField
        :key="schoolId"
        :value="head.address"
        label="Address under the school"
        :placeholder="schoolId ? known.layout.address : ''"
        :read="readAddress"
        @keep="keep({ address: $event })"
      />
      <span class="label">{{ schoolId ? 'The school’s mark' : 'The mark' }}</span>
      <span class="row-of gap">
        <img v-if="head.mark" :src="`data:image/png;base64,${head.mark}`" alt="The mark as it prints" class="mark" />
        <input ref="file" hidden type="file" accept="image/png,image/jpeg" @change="takeMark" />
        <Button label="Choose a picture" severity="secondary" @click="file?.click()" />
        <button v-if="head.mark" type="button" class="chip" @click="keep({ mark: '' })">Take it away</button>
        <span v-else-if="schoolId && known.layout.mark" class="small soft">as all schools</span>
      </span>
    </div>
    <p v-if="schoolId" class="small soft">What is empty is as for all schools.</p>
  </section>
</template>

<style scoped>
.gap {
  gap: 14px;
  flex-wrap: wrap;
}
.mark {
  width: 46px;
  height: 46px;
  object-fit: contain;
}
</style>
