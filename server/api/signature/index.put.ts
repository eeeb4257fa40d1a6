import { signatureSchema } from '#shared/schemas'
import { keepSignature } from '../../services/signatures'

export default defineRoute({
  who: 'learner',
  body: signatureSchema,
  run: ({ person, body }) => keepSignature(person, body.outlines),
})
