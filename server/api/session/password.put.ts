import { newPasswordSchema } from '#shared/place'
import { changePassword } from '../../services/teachers'
import { fromOf } from '../../utils/device'

export default defineRoute({
  who: 'teacher',
  body: newPasswordSchema,
  run: async ({ person, session, body, event }) => changePassword(person, session!, body, (await fromOf(event)).from),
})
