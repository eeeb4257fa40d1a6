import { inviteSchema } from '#shared/place'
import { invite } from '../../../services/teachers'

export default defineRoute({ who: 'teacher', body: inviteSchema, run: ({ person, body }) => invite(person, body) })
