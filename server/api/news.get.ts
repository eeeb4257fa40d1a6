import { afterSchema } from '#shared/schemas'
import { listenToNews } from '../live/news'
import { classIdOf } from '../services/rights'

export default defineRoute({
  who: 'learner',
  query: afterSchema,
  async run({ person, session, query, event }) {
    const classId = await classIdOf(person)
    return streamNews(event, session, tell => listenToNews({ classId, learnerId: person.id, after: query.after }, tell))
  },
})
