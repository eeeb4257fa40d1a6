import { newClassSchema } from '#shared/schemas'
import { openClass } from '../../services/register'

export default defineRoute({ who: 'teacher', body: newClassSchema, run: ({ person, body }) => openClass(person, body) })
