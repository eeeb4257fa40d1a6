import { placeView } from '../../services/place'

export default defineRoute({ who: 'teacher', run: ({ person }) => placeView(person) })
