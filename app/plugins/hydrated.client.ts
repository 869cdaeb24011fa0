/** A click before the page is alive would be lost: this mark says when it is. */
export default defineNuxtPlugin((app) => {
  app.hook('app:suspense:resolve', () => {
    document.documentElement.dataset.hydrated = 'true'
  })
})
