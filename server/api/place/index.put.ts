import { placeSchema } from '#shared/place'
import { changePlace } from '../../services/place'

export default defineRoute({ who: 'teacher', body: placeSchema, run: ({ person, body }) => changePlace(person, body) })
