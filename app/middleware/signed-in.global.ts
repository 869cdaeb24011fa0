/** Pages for whoever has no account. */
const OPEN = new Set(['/door', '/receipt'])

export default defineNuxtRouteMiddleware(async (to) => {
  if (OPEN.has(to.path)) return
  const session = useSession()
  if (!session.known) {
    try {
      await session.load()
    }
    catch (error) {
      if (to.path !== '/sign-in') return navigateTo('/sign-in')
      console.error(sayError(error))
    }
  }
  if (!session.account && to.path !== '/sign-in') return navigateTo('/sign-in')
  if (session.account && to.path === '/sign-in') return navigateTo('/')
})
