import { tokenSchema } from '#shared/place'
import { invitedView } from '../../services/teachers'

export default defineRoute({ who: 'anyone', params: tokenSchema, run: ({ params }) => invitedView(params.token) })
