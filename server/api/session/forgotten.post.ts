import { forgottenSchema } from '#shared/place'
import { forgotPassword } from '../../services/teachers'
import { fromOf } from '../../utils/device'

/** Whoever asks: the answer says nothing about who is here. */
export default defineRoute({
  who: 'anyone',
  body: forgottenSchema,
  run: async ({ body, event }) => forgotPassword(body.email, (await fromOf(event)).from),
})
