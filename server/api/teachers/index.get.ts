import { teachersView } from '../../services/colleagues'

export default defineRoute({
  who: 'teacher',
  run: ({ person }) => teachersView(person),
})
