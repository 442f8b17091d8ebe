/** The components' own styles are let in by the nonce of the page that they come with. */
export default defineNuxtPlugin({
  name: 'style-nonce',
  enforce: 'pre',
  setup() {
    const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce
    const { primevue } = useRuntimeConfig().public as { primevue?: { options?: { csp?: { nonce?: string } } } }
    if (nonce && primevue?.options) primevue.options.csp = { nonce }
  },
})
