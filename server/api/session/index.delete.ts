export default defineRoute({
  who: 'anyone',
  async run({ event }) {
    await clearUserSession(event)
    return { ok: true }
  },
})
