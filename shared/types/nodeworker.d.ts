declare module '*?nodeworker' {
  const url: () => string
  export default url
}
