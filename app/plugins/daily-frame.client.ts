import Frame from '~/layouts/default.vue'

/**
 * The frame around the work comes with the app itself, as the daily page does (`app/router.options.ts`): by a name that
 * keeps it there, for of a part that nobody uses the bundler takes in only what it is made of.
 */
export default defineNuxtPlugin(({ vueApp }) => void vueApp.component('DailyFrame', Frame))
