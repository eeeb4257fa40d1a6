import { SignatureModel, type Signature } from '../models'
import { one } from './values'

export type { Signature } from '../models'

export function signatureOf(learnerId: number): Promise<Signature | null> {
  return one(SignatureModel.findByPk(learnerId))
}

export async function setSignature(learnerId: number, outlines: number[][]): Promise<void> {
  await SignatureModel.upsert({ learnerId, outlines })
}
