import { critKit } from '../../services/answers'

export default defineRoute({ who: 'teacher', run: ({ person }) => critKit(person) })
