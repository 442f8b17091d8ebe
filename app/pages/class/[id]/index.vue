<script setup lang="ts">
import { periodOf } from '#core/calendar/periods'

const route = useRoute()
const classroom = useClassroom()

// A link to a cell names the cell; its period follows from it.
const { dueOn } = classroom.get('assignment', String(route.query.assignment ?? ''))
const wanted = route.query.period ? null : periodOf(classroom.periods, dueOn)
if (wanted && wanted.id !== classroom.periodId) classroom.look(wanted.id)

const book = useBook([classroom], useSheetView().view)
const asOne = <T,>(work: () => T) => work()
</script>

<template><ScoreBook :book="book" :as-one="asOne" /></template>
