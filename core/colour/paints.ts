import type { Rgb8 } from './mix'
import { fromLinear, toLinear } from './spaces'

/** No paint takes or gives back all light: keeps black from swallowing every mixture. */
const LEAST = 0.012
const MOST = 0.992

/**
 * Two colours mixed as paints are: what each takes away and throws back adds up, K/S = (1 − R)² ÷ 2R in each channel
 * (Kubelka & Munk 1931; that the ratios of a mixture add is Duncan 1940). So blue and yellow give a green, which light
 * never would. Each channel stands for a third of the spectrum.
 *
 * @param share of the second, 0 … 1
 */
export function mixedAsPaint(a: Rgb8, b: Rgb8, share: number): Rgb8 {
  if (share <= 0) return a
  if (share >= 1) return b
  return [0, 1, 2].map(c => {
    const ratio = absorbed(a[c]!) * (1 - share) + absorbed(b[c]!) * share
    const reflected = 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio)
    return Math.min(Math.max(Math.round(fromLinear((reflected - LEAST) / (MOST - LEAST)) * 255), 0), 255)
  }) as unknown as Rgb8
}

/** Absorption over scattering. */
function absorbed(byte: number): number {
  const reflected = LEAST + (MOST - LEAST) * toLinear(byte / 255)
  return (1 - reflected) ** 2 / (2 * reflected)
}
