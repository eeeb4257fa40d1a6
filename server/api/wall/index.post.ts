import { askForWorksSchema } from '#shared/wall'
import { askForWorks } from '../../services/wall'

export default defineRoute({
  who: 'teacher',
  body: askForWorksSchema,
  run: ({ person, body }) => askForWorks(person, body.handIns),
})
