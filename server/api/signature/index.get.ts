import { signatureOf } from '../../services/signatures'

export default defineRoute({ who: 'learner', run: ({ person }) => signatureOf(person) })
