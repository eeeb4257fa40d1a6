import { watchDesk } from '../../live/desk'

export default defineRoute({
  who: 'teacher',
  run: ({ person, session, event }) => streamNews(event, session, tell => watchDesk(person.id, tell)),
})
