/** An id for a guide that someone lays: by chance, so that two of one sheet never have the same. */
export const freshGuideId = (): string => crypto.randomUUID().slice(0, 8)
