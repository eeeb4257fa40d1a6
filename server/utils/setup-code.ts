import { digestOf } from './digest'

/** Of the code that lets a place be set up, as people type it: small or large, with or without what parts it. */
export const codeDigest = (code: string): string => digestOf(code.toUpperCase().replace(/[^A-Z0-9]/g, ''))
