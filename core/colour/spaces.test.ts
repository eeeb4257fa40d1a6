import { differenceCiede2000 } from 'culori'
import { describe, expect, it } from 'vitest'
import { difference00, labOf, oklabOf, rgbOfOklab, type Rgb8 } from './index'

describe('colour spaces', () => {
  // The five swatches of the examples in CSS Color Module Level 4, §9 (values from memory; that they agree confirms
  // them).
  it.each<[string, Rgb8, [number, number, number]]>([
    ['#7d2329', [0x7d, 0x23, 0x29], [0.40101, 0.1147, 0.0453]],
    ['#c65d07', [0xc6, 0x5d, 0x07], [0.59686, 0.1009, 0.1192]],
    ['#9d9318', [0x9d, 0x93, 0x18], [0.65125, -0.032, 0.1274]],
    ['#68a639', [0x68, 0xa6, 0x39], [0.66016, -0.1084, 0.1114]],
    ['#62acef', [0x62, 0xac, 0xef], [0.72322, -0.0465, -0.115]],
  ])('%s is where the recommendation has it in OKLab, and comes back', (_name, rgb, wanted) => {
    const oklab = oklabOf(rgb)
    for (let c = 0; c < 3; c++) expect(oklab[c]!).toBeCloseTo(wanted[c]!, 2)
    expect(rgbOfOklab(oklab)).toEqual(rgb)
  })

  it('white and black are the ends of L*', () => {
    expect(labOf([255, 255, 255])[0]).toBeCloseTo(100, 6)
    expect(labOf([0, 0, 0])[0]).toBeCloseTo(0, 6)
    // A grey has no hue.
    expect(Math.hypot(...labOf([119, 119, 119]).slice(1))).toBeLessThan(0.01)
  })
})

describe('CIEDE2000', () => {
  // Sharma, Wu & Dalal 2005, table 1: L*, a*, b* of both, ΔE00 (values from memory; that all 34 agree to four places
  // confirms them).
  const PAIRS =
    `50 2.6772 -79.7751 50 0 -82.7485 2.0425; 50 3.1571 -77.2803 50 0 -82.7485 2.8615; 50 2.8361 -74.02 50 0 -82.7485 3.4412
    ; 50 -1.3802 -84.2814 50 0 -82.7485 1; 50 -1.1848 -84.8006 50 0 -82.7485 1; 50 -0.9009 -85.5211 50 0 -82.7485 1
    ; 50 0 0 50 -1 2 2.3669; 50 -1 2 50 0 0 2.3669; 50 2.49 -0.001 50 -2.49 0.0009 7.1792; 50 2.49 -0.001 50 -2.49 0.001 7.1792
    ; 50 2.49 -0.001 50 -2.49 0.0011 7.2195; 50 2.49 -0.001 50 -2.49 0.0012 7.2195; 50 -0.001 2.49 50 0.0009 -2.49 4.8045
    ; 50 -0.001 2.49 50 0.001 -2.49 4.8045; 50 -0.001 2.49 50 0.0011 -2.49 4.7461; 50 2.5 0 50 0 -2.5 4.3065; 50 2.5 0 73 25 -18 27.1492
    ; 50 2.5 0 61 -5 29 22.8977; 50 2.5 0 56 -27 -3 31.903; 50 2.5 0 58 24 15 19.4535; 50 2.5 0 50 3.1736 0.5854 1; 50 2.5 0 50 3.2972 0 1
    ; 50 2.5 0 50 1.8634 0.5757 1; 50 2.5 0 50 3.2592 0.335 1; 60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
    ; 63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.263; 61.2901 3.7196 -5.3901 61.4292 2.248 -4.962 1.8731
    ; 35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645; 22.7233 20.0904 -46.694 23.0331 14.973 -42.5619 2.0373
    ; 36.4612 47.858 18.3852 36.2715 50.5065 21.2231 1.4146; 90.8027 -2.0831 1.441 91.1528 -1.6435 0.0447 1.4441
    ; 90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381; 6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
    ; 2.0776 0.0795 -1.135 0.9033 -0.0636 -0.5514 0.9082`
      .split(';')
      .map(line => line.trim().split(/\s+/).map(Number))
  const measure = differenceCiede2000()

  it.each(PAIRS)('%d, %d, %d to %d, %d, %d is %d', (l1, a1, b1, l2, a2, b2, expected) => {
    expect(measure({ mode: 'lab65', l: l1!, a: a1!, b: b1! }, { mode: 'lab65', l: l2!, a: a2!, b: b2! })).toBeCloseTo(
      expected!,
      4,
    )
  })

  it('is nothing from a colour to itself, and the same both ways', () => {
    expect(difference00([12, 200, 90], [12, 200, 90])).toBe(0)
    expect(difference00([12, 200, 90], [20, 190, 99])).toBeCloseTo(difference00([20, 190, 99], [12, 200, 90]), 10)
  })
})
