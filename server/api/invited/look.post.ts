import { tokenSchema } from '#shared/place'
import { invitedView } from '../../services/teachers'

/** What a link is for. It is in the body: addresses stand in logs. */
export default defineRoute({ who: 'anyone', body: tokenSchema, run: ({ body }) => invitedView(body.token) })
