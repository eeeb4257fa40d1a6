import { useSession } from '../stores/session'

/** Pages say with `meta.who` for whom they are; everyone else is shown to the front door or to their own pages. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSession()
  try {
    await session.load()
  } catch {
    // The server does not answer: the page itself says so when it asks for its data, and goes on with what this device
    // keeps.
    return to.path === '/' && session.person ? navigateTo(session.home) : undefined
  }
  const { who } = to.meta
  const { person } = session
  if (to.path === '/' && person) return navigateTo(session.home)
  if (!who) return
  if (!person) return navigateTo({ path: '/', query: { then: to.fullPath } })
  if (who !== 'signed-in' && person.kind !== who) return navigateTo(session.home)
})

declare module '#app' {
  interface PageMeta {
    who?: 'teacher' | 'learner' | 'signed-in'
  }
}
