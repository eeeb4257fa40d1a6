/** Pictures that stand for the digits of a PIN, from nought on: things that a child knows by name. */
export const PIN_PICTURES = [
  'sun',
  'boat',
  'fish',
  'tree',
  'house',
  'star',
  'flower',
  'key',
  'umbrella',
  'bird',
] as const
export type PinPicture = (typeof PIN_PICTURES)[number]

/** A PIN's digits as pictures. */
export const picturesOf = (pin: string): PinPicture[] => [...pin].map(digit => PIN_PICTURES[Number(digit)]!)
