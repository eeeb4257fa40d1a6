import { datesOfPlace } from '../../services/place'

/** Who is signed in; null for nobody. And how the place writes dates; null: it is nobody's own yet. */
export default defineRoute({
  who: 'anyone',
  run: async ({ person }) => ({ person, dates: await datesOfPlace() }),
})
