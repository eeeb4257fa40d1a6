import { confirmSchema } from '#shared/schemas'
import { confirm } from '../../services/sessions'
import { fromOf } from '../../utils/device'

export default defineRoute({
  who: 'teacher',
  body: confirmSchema,
  run: async ({ person, session, body, event }) => confirm(person, session!, body.password, (await fromOf(event)).from),
})
