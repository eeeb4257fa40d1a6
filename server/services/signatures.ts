import type { Person, SignatureView } from '#shared/views'
import * as signatures from '../repositories/signatures'

type LearnerPerson = Extract<Person, { kind: 'learner' }>

/** The learner's own signature; null when none was kept yet. */
export async function signatureOf(learner: LearnerPerson): Promise<SignatureView> {
  return { outlines: (await signatures.signatureOf(learner.id))?.outlines ?? null }
}

/** Keeps it in the place of the one before. */
export async function keepSignature(learner: LearnerPerson, outlines: number[][]): Promise<{ ok: true }> {
  await signatures.setSignature(learner.id, outlines)
  return { ok: true }
}
