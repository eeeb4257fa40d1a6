import { digestOf } from './digest'

/** A code as people type it: small or large, with or without what parts it. */
export const bareCode = (code: string): string => code.toUpperCase().replace(/[^A-Z0-9]/g, '')

/** Of the code that lets a place be set up. */
export const codeDigest = (code: string): string => digestOf(bareCode(code))
