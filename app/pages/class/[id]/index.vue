<script setup lang="ts">
import { periodOf } from '#core/calendar/periods'
import { useClassStore } from '~/stores/class'
import { useBook } from '~/composables/useBook'
import { useSheetView } from '~/composables/useSheetView'

const route = useRoute()
const classStore = useClassStore()

// A link to a cell names the cell; its period follows from it.
const { dueOn } = classStore.get('assignment', String(route.query.assignment ?? ''))
const wanted = route.query.period ? null : periodOf(classStore.periods, dueOn)
if (wanted && wanted.id !== classStore.periodId) classStore.look(wanted.id)

const book = useBook([classStore], useSheetView().view)
const asOne = <T,>(work: () => T) => work()
</script>

<template><ScoreBook :book="book" :as-one="asOne" /></template>
