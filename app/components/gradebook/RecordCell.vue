<script setup lang="ts">
import type { CellView } from '~/sheet/types'

/** A score on paper: what is a colour or a pattern on the screen is a word here. */
defineProps<{ view: CellView }>()
</script>

<template>
  <small v-if="view.mark">{{ view.mark }}</small> {{ view.text }}<sup v-if="view.excess">{{ view.excess }}</sup
  ><template v-if="view.away && !view.text">–</template>
</template>
