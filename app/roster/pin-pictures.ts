import {
  mdiBird,
  mdiFish,
  mdiFlower,
  mdiHome,
  mdiKeyVariant,
  mdiPineTree,
  mdiSailBoat,
  mdiStar,
  mdiUmbrella,
  mdiWhiteBalanceSunny,
} from '@mdi/js'
import type { PinPicture } from '#core/roster'

/** Outlines of the pictures of a PIN, on a field of 24. */
export const PIN_PATHS: Readonly<Record<PinPicture, string>> = {
  sun: mdiWhiteBalanceSunny,
  boat: mdiSailBoat,
  fish: mdiFish,
  tree: mdiPineTree,
  house: mdiHome,
  star: mdiStar,
  flower: mdiFlower,
  key: mdiKeyVariant,
  umbrella: mdiUmbrella,
  bird: mdiBird,
}
