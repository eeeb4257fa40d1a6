import type { Trace } from '../path'
import type { Tip } from '../settings'
import { bristlesTip } from './bristles'
import type { MakeTip, TipGiven } from './contract'
import { discTip } from './disc'
import { nibTip } from './nib'
import { shapeTip } from './shape'
import { sprayTip } from './spray'

export type { Frame } from './contract'

const TIPS = {
  disc: discTip,
  nib: nibTip,
  bristles: bristlesTip,
  spray: sprayTip,
  shape: shapeTip,
} satisfies { [K in Tip['kind']]: MakeTip<K> }

/** What draws with the tool's tip. */
export function traceOf(given: Omit<TipGiven, 'tip'>): Trace {
  const { tip } = given.tool
  return (TIPS[tip.kind] as MakeTip<Tip['kind']>)({ ...given, tip })
}
