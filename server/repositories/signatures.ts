import { Signature } from '../models'

export function signatureOf(learnerId: number): Promise<Signature | null> {
  return Signature.findByPk(learnerId)
}

export async function setSignature(learnerId: number, outlines: number[][]): Promise<void> {
  await Signature.upsert({ learnerId, outlines })
}
