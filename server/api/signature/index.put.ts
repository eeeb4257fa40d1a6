import { SIGNATURE_BYTES } from '#shared/limits'
import { signatureSchema } from '#shared/schemas'
import { keepSignature } from '../../services/signatures'

export default defineRoute({
  who: 'learner',
  body: signatureSchema,
  most: SIGNATURE_BYTES,
  run: ({ person, body }) => keepSignature(person, body.outlines),
})
